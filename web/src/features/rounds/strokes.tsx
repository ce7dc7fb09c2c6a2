/** Strokes of the gun that went in: typed, or as planned by one tap. */
import type { ChangeEvent } from "react";
import type { ProblemField } from "../../api";
import { Button, TextField } from "../../ui";

/** A text as it was typed at a stop, with what the server said of it. */
export interface Typed {
  value: string;
  onChange: (event: ChangeEvent<HTMLInputElement>) => void;
  problem: ProblemField | undefined;
}

export function Strokes(props: {
  planned: number | null;
  typed: Typed;
  onPlanned: (strokes: string) => void;
}) {
  const { planned, typed, onPlanned } = props;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-40">
        <TextField label="Strokes it got" inputMode="numeric" {...typed} />
      </div>
      {planned === null ? null : (
        <Button
          aria-pressed={typed.value === String(planned)}
          className="aria-pressed:bg-mark aria-pressed:text-on-mark"
          onClick={() => onPlanned(String(planned))}
        >
          {planned} strokes, as planned
        </Button>
      )}
    </div>
  );
}
