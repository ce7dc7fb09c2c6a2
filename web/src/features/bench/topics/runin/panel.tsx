/**
 * A first run: bumped, started, every bearing read against time, greased meanwhile, stopped,
 * concluded.
 */
import { useState } from "react";
import type { RunWork } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { Reading } from "./reading";

export interface RunProps {
  work: RunWork;
  tap: Tap;
  refused: Refused;
}

export function RunPanel(props: RunProps) {
  const { work, tap } = props;
  switch (props.work.asks) {
    case "bump_direction":
      return (
        <div className="flex flex-wrap gap-3 pt-4">
          <Button
            kind="main"
            data-main
            onClick={() => tap({ kind: "bump_direction", right: true })}
          >
            It turns the right way
          </Button>
          <Button kind="stop" onClick={() => tap({ kind: "bump_direction", right: false })}>
            The wrong way
          </Button>
        </div>
      );
    case "start_run":
      return <Start {...props} />;
    case "read_warmth":
      return (
        <>
          <Reading {...props} />
          <Ends {...props} />
        </>
      );
    case "conclude_run":
      return (
        <>
          <Ends {...props} first />
          {work.running ? <Reading {...props} more /> : null}
        </>
      );
    case "stop_run":
      return (
        <>
          <Ends {...props} stop />
          {work.running ? <Reading {...props} more /> : null}
        </>
      );
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

function Start({ work, tap, refused }: RunProps) {
  const entry = useEntry({ ambient: "" }, refused, "start_run");
  const [warm, setWarm] = useState(work.runs > 0);
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "start_run", how: warm ? "warm" : "cold", ambient: entry.text("ambient") });
      }}
    >
      <EntryText
        entry={entry}
        name="ambient"
        label="How warm it is around the machine"
        hint="°C or °F"
      />
      {work.runs > 0 ? (
        <Button onClick={() => setWarm(!warm)}>
          {warm ? "It is still warm" : "It has cooled"}
        </Button>
      ) : null}
      <Button kind="main" data-main type="submit">
        It runs now
      </Button>
    </form>
  );
}

function Ends({
  work,
  tap,
  refused,
  first = false,
  stop = false,
}: RunProps & { first?: boolean; stop?: boolean }) {
  const entry = useEntry({ reason: "", text: "" }, refused, "conclude_run");
  const text = entry.text("text");
  const form = (
    <div className="space-y-3">
      <EntryText entry={entry} name="text" label="In words: what is to be known of it" />
      <div className="flex flex-wrap gap-3">
        <Button
          kind={first ? "main" : "plain"}
          data-main={first || undefined}
          onClick={() => tap({ kind: "conclude_run", well: true, text })}
        >
          It ran in well
        </Button>
        <Button
          kind="stop"
          disabled={!text.trim()}
          onClick={() => tap({ kind: "conclude_run", well: false, text })}
        >
          Not well
        </Button>
        {work.running ? (
          <Button
            kind={stop ? "main" : "stop"}
            data-main={stop || undefined}
            disabled={!text.trim() && !stop}
            onClick={() => tap({ kind: "stop_run", reason: text.trim() || "stopped as asked" })}
          >
            It is stopped
          </Button>
        ) : null}
      </div>
    </div>
  );
  if (first || stop) return <div className="pt-4">{form}</div>;
  return (
    <details className="pt-3">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">Stop it, or conclude</summary>
      {form}
    </details>
  );
}
