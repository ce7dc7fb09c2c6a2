/** Which bearing holds the shaft, gaps beside a ring, which way a lip looks, corners of a base. */
import type { PictureOf } from "./index";
import { Says, ShaftThrough, To } from "./marks";

function Ring({ x, wide = 30 }: { x: number; wide?: number }) {
  return (
    <path
      d={`M${x} 34H${x + wide}V50H${x}Z`}
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="1.5"
    />
  );
}

function Housing({ x, wide, room }: { x: number; wide: number; room: number }) {
  return (
    <path
      d={`M${x - room - 10} 52V18H${x + wide + room + 10}V52H${x + wide + room}V30H${x - room}V52Z`}
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="1.5"
    />
  );
}

export const PLACES: Record<string, PictureOf> = {
  fixed_floating: {
    words:
      "One bearing is fixed by rings on both sides and holds the shaft; the other floats with room on both sides",
    body: (
      <>
        <ShaftThrough y={78} half={14} />
        <Housing x={40} wide={30} room={0} />
        <Ring x={40} />
        <Housing x={160} wide={30} room={10} />
        <Ring x={160} />
        <To from={[150, 110]} to={[200, 110]} />
        <To from={[200, 110]} to={[150, 110]} />
        <Says x={36} y={126}>
          fixed
        </Says>
        <Says x={152} y={126}>
          floating
        </Says>
      </>
    ),
  },
  gaps_beside_ring: {
    words:
      "The gaps left and right of the outer ring in its housing, measured before the cap goes on",
    body: (
      <>
        <path
          d="M20 128V30H220V128H190V56H50V128Z"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path d="M76 56H160V96H76Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <To from={[63, 110]} to={[51, 110]} />
        <To from={[63, 110]} to={[75, 110]} />
        <To from={[175, 110]} to={[161, 110]} />
        <To from={[175, 110]} to={[189, 110]} />
        <Says x={90} y={80}>
          outer ring
        </Says>
      </>
    ),
  },
  lip_direction: {
    words: "The lip looks towards what it must keep: in to keep grease, out to keep dirt away",
    body: (
      <>
        <ShaftThrough y={112} half={22} />
        <path
          d="M70 30H86V66L62 88L58 82L72 64Z"
          fill="var(--wash)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path
          d="M170 30H154V66L178 88L182 82L168 64Z"
          fill="var(--wash)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <To from={[96, 76]} to={[66, 76]} />
        <To from={[144, 76]} to={[174, 76]} />
        <Says x={10} y={24}>
          keeps what is left of it
        </Says>
        <Says x={132} y={24}>
          keeps what is right
        </Says>
      </>
    ),
  },
  base_corners: {
    words:
      "Corners of a base: a feeler under each foot, the other bolts snug; the soft foot is shimmed, not drawn down",
    body: (
      <>
        <path d="M30 50H210V74H30Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M84 50V26H156V50Z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M30 74H70V84H30Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M170 74H210V79H170Z" fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
        <path d="M14 84H226" stroke="var(--ink)" strokeWidth="2.5" />
        <path d="M196 82H236" stroke="var(--dye)" strokeWidth="4" />
        <To from={[214, 112]} to={[214, 86]} />
        <Says x={150} y={126}>
          feeler goes in here
        </Says>
      </>
    ),
  },
};
