/** Where the feeler goes, which rows there are, what a window and a group are. */
import type { PictureOf } from "./index";
import { FrontView, LowerSection, SHOWN } from "./bearing-views";
import { Says, To } from "./marks";

const SCALE = 1.9;
const wide = SHOWN.width * SCALE;

/**
 * Bands of clearance groups one above the other, in the proportions of a bore of 80 to 100 mm (µm).
 */
const BANDS: [string, number, number][] = [
  ["C2", 55, 80],
  ["CN", 80, 110],
  ["C3", 110, 140],
  ["C4", 140, 180],
];
const at = (um: number) => 20 + (um - 40) * 1.35;

export const FEELERS: Record<string, PictureOf> = {
  feeler_position: {
    words:
      "The feeler between the unloaded roller and the outer raceway, at the bottom of a hanging ring, past the roller's middle over its full length",
    body: (
      <>
        <FrontView x={58} y={66} scale={0.62} gap={6} />
        <path d="M40 115H76" stroke="var(--dye)" strokeWidth="4" />
        <LowerSection x={140} y={52} scale={SCALE} gap={5} />
        <path d={`M${140 + wide * 0.5} 97H236`} stroke="var(--dye)" strokeWidth="4" />
        <To from={[232, 122]} to={[212, 102]} />
        <Says x={136} y={136}>
          past the middle
        </Says>
      </>
    ),
  },
  rows: {
    words: "Two rows of rollers: the nut-side row towards the nut, the far row away from it",
    body: (
      <>
        <LowerSection x={50} y={46} scale={2.6} gap={5} />
        <path d="M162 22H196V46H162Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
        <Says x={166} y={38}>
          nut
        </Says>
        <Says x={56} y={140}>
          far row
        </Says>
        <Says x={112} y={140}>
          nut-side row
        </Says>
      </>
    ),
  },
  group: {
    words:
      "Clearance groups: bands of unmounted clearance side by side, C2 the least, then CN, C3, C4",
    body: (
      <>
        {BANDS.map(([name, low, high], i) => (
          <g key={name}>
            <path
              d={`M${at(low)} ${24 + i * 28}H${at(high)}v18H${at(low)}Z`}
              fill={name === "C3" ? "var(--dye)" : "var(--steel)"}
              stroke="var(--ink)"
            />
            <Says x={at(low) - 20} y={38 + i * 28}>
              {name}
            </Says>
          </g>
        ))}
        <To from={[20, 142]} to={[222, 142]} />
        <Says x={20} y={134}>
          more clearance
        </Says>
      </>
    ),
  },
  window: {
    words:
      "The window: what may be left once the reduction is taken out, above the least that must be left",
    body: (
      <>
        <path d="M20 30H220" stroke="var(--ink)" strokeWidth="2" />
        <path d="M176 20V40" stroke="var(--dye)" strokeWidth="4" />
        <Says x={140} y={14}>
          gauged, unmounted
        </Says>
        <path d="M92 60H132V84H92Z" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <text x="94" y="76" fontSize="10" fill="var(--on-mark)">
          window
        </text>
        <To from={[176, 48]} to={[134, 70]} />
        <Says x={150} y={76}>
          reduction
        </Says>
        <path d="M60 52V112" stroke="var(--oxide)" strokeWidth="3" />
        <Says x={20} y={126}>
          least that must be left
        </Says>
        <path d="M20 100H220" stroke="var(--soft)" />
      </>
    ),
  },
  drive_up: {
    words: "Drive-up: the ring moves up its taper, which spreads it and takes clearance out",
    body: (
      <>
        <path
          d="M16 128V112L206 88V128Z"
          fill="var(--wash)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path d="M70 105V52H136V97" fill="none" stroke="var(--soft)" strokeDasharray="5 4" />
        <path d="M102 101V46H168V93Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M40 109V66H58V107Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
        <To from={[136, 34]} to={[168, 34]} />
        <Says x={92} y={24}>
          drive-up, from the zero mark
        </Says>
        <Says x={38} y={60}>
          nut
        </Says>
      </>
    ),
  },
};
