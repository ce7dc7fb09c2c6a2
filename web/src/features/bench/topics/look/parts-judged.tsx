/**
 * Back, or scrap: each part with what its signs say, the decision, and the proof that scrap cannot
 * be fitted again.
 */
import { useState } from "react";
import { Button, NamedReason, VerdictMark } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { LookProps } from "./panel";

type Part = LookProps["work"]["parts"][number];

export function PartsJudged({ work, tap, refused }: LookProps) {
  return (
    <section aria-label="Reuse or scrap">
      <h2 className="font-bold">Reuse or scrap</h2>
      <ul>
        {work.parts.map((part) => (
          <li key={part.part} className="border-b border-rule py-2 last:border-b-0">
            <PartLine part={part} tap={tap} refused={refused} concluded={work.concluded !== ""} />
          </li>
        ))}
      </ul>
    </section>
  );
}

type LineProps = {
  part: Part;
  tap: LookProps["tap"];
  refused: LookProps["refused"];
  concluded: boolean;
};

function PartLine({ part, tap, refused, concluded }: LineProps) {
  const [open, setOpen] = useState(false);
  const state = part.unusable
    ? "scrap, unusable"
    : part.fit === null
      ? ""
      : part.fit
        ? "goes back"
        : "scrap";
  return (
    <>
      <p className="flex flex-wrap items-center gap-x-3">
        <b className="first-letter:uppercase">{part.part}</b> <VerdictMark verdict={part.advised} />
        {state ? (
          <b className={part.overtaken ? "px-1 line-through" : "marker px-1"}>{state}</b>
        ) : null}
        <Button kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {part.fit === null ? "Check" : "Check again"}
          <span className="sr-only"> the {part.part}</span>
        </Button>
      </p>
      <p className="text-sm text-soft">{part.advised.reason}</p>
      {open ? <Judge part={part} tap={tap} onDone={() => setOpen(false)} /> : null}
      {part.fit === false && !part.unusable && concluded ? (
        <Unusable part={part.part} tap={tap} refused={refused} />
      ) : null}
    </>
  );
}

function Judge({ part, tap, onDone }: { part: Part; tap: LookProps["tap"]; onDone: () => void }) {
  const entry = useEntry({ sign: "" }, null, "");
  const [deciding, setDeciding] = useState(false);
  const bySign = part.advised.level === "unknown";
  const say = (fit: boolean, decided_by = "", reason = "") => {
    tap({ kind: "judge_part", part: part.part, fit, sign: entry.text("sign"), decided_by, reason });
    onDone();
  };
  const missing = bySign && !entry.text("sign").trim();
  return (
    <div className="space-y-2 py-2">
      <EntryText
        entry={entry}
        name="sign"
        label={bySign ? "By which sign" : "By which sign (empty: as above)"}
        words={["thread and faces sound", "worn", "bent", "cracked"]}
      />
      <div className="flex flex-wrap gap-3">
        <Button disabled={missing} onClick={() => (part.by_name ? setDeciding(true) : say(true))}>
          {part.by_name ? "Reuse anyway (sign)" : "It goes back"}
        </Button>
        <Button kind="stop" disabled={missing} onClick={() => say(false)}>
          Scrap
        </Button>
      </div>
      <NamedReason
        title={`The ${part.part} goes back`}
        description={part.advised.reason}
        action="It goes back"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={(name, reason) => say(true, name, reason)}
      />
    </div>
  );
}

function Unusable({ part, tap, refused }: { part: string } & Pick<LookProps, "tap" | "refused">) {
  const mine =
    refused?.command.kind === "make_unusable" && refused.command.part === part ? refused : null;
  const entry = useEntry({ how: "", proof: "" }, mine, "make_unusable");
  return (
    <form
      className="grid gap-2 py-2 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "make_unusable", part, how: entry.text("how"), proof: entry.text("proof") });
        entry.clear();
      }}
    >
      <EntryText
        entry={entry}
        name="how"
        label={`How the ${part} was made unusable`}
        words={["rings cut, tagged", "crushed"]}
      />
      <EntryText entry={entry} name="proof" />
      <Button type="submit" disabled={!entry.text("how").trim() || !entry.text("proof").trim()}>
        It cannot be fitted again
      </Button>
    </form>
  );
}
