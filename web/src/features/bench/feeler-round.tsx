/** The leaf at a shoulder: where it enters, or nowhere. */
import { useState } from "react";
import type { Verdict } from "../../api";
import { Button, Tick, VerdictMark } from "../../ui";

const SIDES = ["top", "right", "bottom", "left"];

export function FeelerRound(props: {
  verdict: Verdict | null;
  label: string;
  onSay: (enters: string) => void;
}) {
  const { verdict, label, onSay } = props;
  const [enters, setEnters] = useState<string[]>([]);
  return (
    <section aria-label={label} className="space-y-2 pt-4">
      {verdict ? (
        <p>
          <VerdictMark verdict={verdict} /> {verdict.reason}
        </p>
      ) : null}
      <Button kind="main" data-main onClick={() => onSay("")}>
        It enters nowhere
      </Button>
      <p className="font-bold">Or it enters at the</p>
      {SIDES.map((side) => (
        <Tick
          key={side}
          label={side}
          checked={enters.includes(side)}
          onChange={(on) =>
            setEnters(on ? [...enters, side] : enters.filter((one) => one !== side))
          }
        />
      ))}
      <Button
        kind="stop"
        disabled={enters.length === 0}
        onClick={() => {
          onSay(enters.join(", "));
          setEnters([]);
        }}
      >
        It enters there
      </Button>
    </section>
  );
}
