/** The ring felt by hand: how it swivels, and whether it turns freely. Two taps, no typing. */
import type { Command } from "../../../../api";
import { Button } from "../../../../ui";
import type { Tap } from "./parts";

type Swivel = Extract<Command, { kind: "hand_check" }>["swivel"];

const FEELS: { swivel: Swivel; turns: boolean; label: string; note: string; main?: boolean }[] = [
  {
    swivel: "slight drag",
    turns: true,
    label: "Slight drag, turns freely",
    note: "as it should be",
    main: true,
  },
  {
    swivel: "freely",
    turns: true,
    label: "Swivels freely, turns freely",
    note: "little taken out yet",
  },
  { swivel: "binds", turns: true, label: "Binds when swivelled", note: "too far" },
  { swivel: "slight drag", turns: false, label: "Does not turn freely", note: "too far, or dirt" },
];

export function HandCheckPanel({ tap, quiet = false }: { tap: Tap; quiet?: boolean }) {
  return (
    <div role="group" aria-label="How the ring feels" className="grid gap-3 pt-4 sm:grid-cols-2">
      {FEELS.map((feel) => (
        <Button
          key={feel.label}
          kind={
            feel.main && !quiet ? "main" : feel.swivel === "binds" || !feel.turns ? "stop" : "plain"
          }
          data-main={(feel.main && !quiet) || undefined}
          className="min-h-16 flex-col"
          onClick={() => tap({ kind: "hand_check", swivel: feel.swivel, turns_freely: feel.turns })}
        >
          <span className="text-lg font-bold">{feel.label}</span>
          <span className="text-sm font-normal">{feel.note}</span>
        </Button>
      ))}
    </div>
  );
}
