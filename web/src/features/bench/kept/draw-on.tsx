/** An arrow or a circle put on a photograph: pulled with a finger, or set by the arrow keys. */
import { useRef, useState, type PointerEvent } from "react";
import { Button, ChoiceRow } from "../../../ui";
import { MarkedPhoto } from "./marked-photo";
import type { PhotoMark } from "./photo-marks";

type Point = [number, number];
/** What is shorter than this was a tap, not a pull. */
const LEAST = 0.02;
const MIDDLE: PhotoMark = { shape: "circle", from: [0.4, 0.4], to: [0.6, 0.6] };

export function DrawOn(props: {
  src: string;
  marks: PhotoMark[];
  onChange: (marks: PhotoMark[]) => void;
}) {
  const { src, marks, onChange } = props;
  const [shape, setShape] = useState<PhotoMark["shape"]>("circle");
  const [pulled, setPulled] = useState<PhotoMark | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const point = (event: PointerEvent): Point => {
    const { left, top, width, height } = box.current!.getBoundingClientRect();
    return [(event.clientX - left) / (width || 1), (event.clientY - top) / (height || 1)];
  };
  const drop = () => {
    const far = pulled
      ? Math.hypot(pulled.to[0] - pulled.from[0], pulled.to[1] - pulled.from[1])
      : 0;
    if (pulled && far > LEAST) onChange([...marks, pulled]);
    setPulled(null);
  };
  const last = marks.at(-1);
  const move = (dx: number, dy: number) => {
    if (!last) return;
    const moved = ([x, y]: Point): Point => [x + dx, y + dy];
    onChange([...marks.slice(0, -1), { ...last, from: moved(last.from), to: moved(last.to) }]);
  };
  return (
    <div className="space-y-2">
      <ChoiceRow
        label="Pull over the picture to draw"
        value={shape}
        onChange={(value) => setShape(value as PhotoMark["shape"])}
        options={[
          { value: "circle", label: "a circle" },
          { value: "arrow", label: "an arrow" },
        ]}
      />
      <MarkedPhoto
        box={box}
        src={src}
        alt="What will be kept"
        marks={pulled ? [...marks, pulled] : marks}
        className="touch-none select-none"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture?.(event.pointerId);
          const at = point(event);
          setPulled({ shape, from: at, to: at });
        }}
        onPointerMove={(event) => pulled && setPulled({ ...pulled, to: point(event) })}
        onPointerUp={drop}
      />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => onChange([...marks, { ...MIDDLE, shape }])}>
          Put {shape === "circle" ? "a circle" : "an arrow"} in the middle
        </Button>
        {last ? (
          <>
            {(["left", "right", "up", "down"] as const).map((way) => (
              <Button
                key={way}
                aria-label={`Move it ${way}`}
                onClick={() =>
                  move(
                    ...({ left: [-0.05, 0], right: [0.05, 0], up: [0, -0.05], down: [0, 0.05] }[
                      way
                    ] as Point),
                  )
                }
              >
                {{ left: "←", right: "→", up: "↑", down: "↓" }[way]}
              </Button>
            ))}
            <Button kind="quiet" onClick={() => onChange(marks.slice(0, -1))}>
              Take the last one off
            </Button>
          </>
        ) : null}
      </div>
    </div>
  );
}
