/** Boxes, whiskers and lines as the chart library draws them. */
import { ReferenceArea, ReferenceLine } from "recharts";
import type { Box, Polyline, Whisker } from "./axis";

export function marksOf(boxes: Box[], whiskers: Whisker[], lines: Polyline[]) {
  return [
    ...boxes.map((box, index) =>
      box.x1 === box.x2 ? (
        <ReferenceLine
          key={`stroke.${index}`}
          segment={[
            { x: box.x1, y: box.y1 },
            { x: box.x2, y: box.y2 },
          ]}
          stroke={box.colour}
          strokeWidth={3}
          strokeDasharray={box.dash}
          ifOverflow="hidden"
        />
      ) : (
        <ReferenceArea
          key={`box.${index}`}
          x1={box.x1}
          x2={box.x2}
          y1={box.y1}
          y2={box.y2}
          fill={box.colour}
          fillOpacity={box.opacity}
          stroke={box.colour}
          strokeOpacity={1}
          strokeWidth={1.5}
          strokeDasharray={box.dash}
          ifOverflow="hidden"
        />
      ),
    ),
    ...whiskers.map(({ x1, x2, y: at }, index) => (
      <ReferenceLine
        key={`whisker.${index}`}
        segment={[
          { x: x1, y: at },
          { x: x2, y: at },
        ]}
        stroke="var(--ink)"
        strokeWidth={1.5}
        ifOverflow="hidden"
      />
    )),
    ...lines.flatMap(({ points, colour, dash }, line) =>
      points
        .slice(1)
        .map((to, index) => (
          <ReferenceLine
            key={`line.${line}.${index}`}
            segment={[points[index]!, to]}
            stroke={colour}
            strokeWidth={2}
            strokeDasharray={dash}
            ifOverflow="hidden"
          />
        )),
    ),
  ];
}
