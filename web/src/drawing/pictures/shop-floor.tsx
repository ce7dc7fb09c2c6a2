/**
 * Taking off and putting on: the drift on the nut's face, the tube on the tight ring, jaws on the
 * tight ring.
 */
import type { PictureOf } from "./index";
import { Never, Says, ShaftThrough, To } from "./marks";

export const SHOPFLOOR: Record<string, PictureOf> = {
  drift_on_nut: {
    words:
      "Release of an adapter sleeve: drive against the nut's face through a tube or soft drift, towards the sleeve's wide end, the nut fully on its thread with its gap to the ring",
    body: (
      <>
        <ShaftThrough y={112} half={18} />
        <path d="M46 94V64L150 80V94Z" fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M60 66V26H112V74Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path
          d="M124 76V48L130 42H152V80Z"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path d="M156 56H216V70H156Z" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <To from={[232, 63]} to={[218, 63]} />
        <Says x={158} y={50}>
          soft drift
        </Says>
        <path d="M112 20V30M124 20V30M112 25H124" stroke="var(--dye)" strokeWidth="2" />
        <Says x={126} y={24}>
          gap
        </Says>
      </>
    ),
  },
  tube_on_tight_ring: {
    words: "A tube presses the ring with the tight fit; never the other ring, through the balls",
    body: (
      <>
        <ShaftThrough y={104} half={20} />
        <path d="M130 84V70H170V84Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <circle cx="150" cy="58" r="12" fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M130 46V32H170V46Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M40 72H128V82H40Z" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <To from={[20, 77]} to={[38, 77]} />
        <Says x={18} y={66}>
          tube on the inner ring
        </Says>
        <path d="M60 34H128V44H60Z" fill="none" stroke="var(--soft)" strokeDasharray="4 3" />
        <Never x={94} y={39} />
      </>
    ),
  },
  jaws_on_tight_ring: {
    words:
      "The puller's jaws sit behind the ring that is tight on the shaft, never on the outer ring",
    body: (
      <>
        <ShaftThrough y={104} half={18} />
        <path d="M70 86V70H114V86Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <circle cx="92" cy="57" r="12" fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M70 44V30H114V44Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M58 84V66H68V74H66V84Z" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M62 66V22H214V34H72V66" fill="var(--mark)" stroke="var(--ink)" strokeWidth="1.5" />
        <To from={[120, 60]} to={[200, 60]} />
        <Says x={124} y={52}>
          pull
        </Says>
        <Says x={16} y={140}>
          behind the tight ring
        </Says>
      </>
    ),
  },
};
