/** The leaf at the shoulder: where it enters, or nowhere. */
import { useState } from "react";
import { Button, Tick, VerdictMark } from "../../../../ui";
import type { ShoulderProps } from "./panel";

const SIDES = ["top", "right", "bottom", "left"];

export function Shoulder({ work, tap }: ShoulderProps) {
  const [enters, setEnters] = useState<string[]>([]);
  return (
    <section aria-label="Feeler at the shoulder" className="space-y-2 pt-4">
      {work.shoulder ? (
        <p>
          <VerdictMark verdict={work.shoulder} /> {work.shoulder.reason}
        </p>
      ) : null}
      <Button kind="main" data-main onClick={() => tap({ kind: "try_shoulder", enters: "" })}>
        It enters nowhere
      </Button>
      <p className="font-bold">Or it enters at the</p>
      {SIDES.map((side) => (
        <Tick
          key={side}
          label={side}
          checked={enters.includes(side)}
          onChange={(on) => setEnters(on ? [...enters, side] : enters.filter((one) => one !== side))}
        />
      ))}
      <Button
        kind="stop"
        disabled={enters.length === 0}
        onClick={() => {
          tap({ kind: "try_shoulder", enters: enters.join(", ") });
          setEnters([]);
        }}
      >
        It enters there
      </Button>
    </section>
  );
}
