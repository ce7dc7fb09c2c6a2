/**
 * Nut, washer and marks: zero mark, tab position, tap on the rim, the washer's tab in its slot, the
 * chamfer of the nut.
 */
import type { PictureOf } from "./index";
import { Says, To } from "./marks";
import { NutFace, X, on } from "./nut-face";

export const LOCKING: Record<string, PictureOf> = {
  tab_position: {
    words:
      "Tab position: where a slot of the nut stands at a tab of the washer, met by tightening only",
    body: (
      <>
        <NutFace turned={-9} />
        <path
          d={`M${on(-40, 46).join(" ")}A46 46 0 0 1 ${on(-14, 46).join(" ")}`}
          stroke="var(--dye)"
          strokeWidth="3"
          fill="none"
        />
        <To from={on(-20, 46)} to={on(-12, 46)} />
        <Says x={166} y={30}>
          tab
        </Says>
        <To from={[164, 26]} to={[X + 8, 12]} />
        <Says x={166} y={60}>
          slot
        </Says>
        <To from={[164, 56]} to={[X - 2, 26]} />
        <Says x={166} y={110}>
          tighten to
        </Says>
        <Says x={166} y={122}>
          meet it
        </Says>
      </>
    ),
  },
  tab_in_slot: {
    words: "The tab bent squarely into the slot of the nut",
    body: (
      <>
        <path
          d="M30 120V50H74V84H100V50H150V120Z"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path d="M150 40H158V120H150Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
        <path
          d="M158 40V30H76V62H86V40Z"
          fill="var(--mark)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <To from={[60, 24]} to={[80, 46]} />
        <Says x={166} y={80}>
          washer
        </Says>
        <Says x={36} y={112}>
          nut
        </Says>
      </>
    ),
  },
  zero_mark: {
    words:
      "Zero mark: a line across nut and sleeve where the nut stands hand-tight; turns count from there",
    body: (
      <>
        <NutFace tabs={false} />
        <path
          d={`M${on(0, 24).join(" ")}L${on(0, 58).join(" ")}`}
          stroke="var(--dye)"
          strokeWidth="4"
        />
        <Says x={166} y={36}>
          one line over
        </Says>
        <Says x={166} y={48}>
          nut and sleeve
        </Says>
        <To from={[164, 40]} to={[X + 6, 30]} />
      </>
    ),
  },
  tap_on_rim: {
    words:
      "Tap test: a light tap on the nut's rim; if it turns on by hand it was not metal to metal",
    body: (
      <>
        <NutFace tabs={false} />
        <path
          d="M160 40L206 16L212 28L166 52Z"
          fill="var(--wash)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path d="M204 24L234 60" stroke="var(--ink)" strokeWidth="5" />
        <To from={[164, 50]} to={[148, 58]} />
        <Says x={160} y={120}>
          tap, then try
        </Says>
        <Says x={160} y={132}>
          by hand again
        </Says>
      </>
    ),
  },
  nut_face: {
    words: "The nut's chamfered face goes to the bearing",
    body: (
      <>
        <path d="M40 30H100V120H40Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path
          d="M112 52L120 40H168V120H112Z"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <To from={[140, 22]} to={[118, 42]} />
        <Says x={144} y={22}>
          chamfer
        </Says>
        <Says x={54} y={80}>
          ring
        </Says>
        <Says x={132} y={84}>
          nut
        </Says>
      </>
    ),
  },
};
