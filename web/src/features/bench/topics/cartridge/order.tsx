/**
 * What is left of a cartridge, in the order that is offered: any part may come next that nothing is
 * in the way of.
 */
import { Button, Say } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { CartridgeProps } from "./panel";

export function Order({ work, tap, refused }: CartridgeProps) {
  if (!work.steps.length) return <ComesOff work={work} tap={tap} refused={refused} />;
  const first = work.steps.find(({ part }) => part)?.part;
  const over = work.steps.filter(({ up }) => up).length;
  return (
    <details className="pt-4" aria-label="What is left, in order">
      <summary className="min-h-12 cursor-pointer py-3 font-bold">
        What is left, in order{over ? `: turned over ${over === 1 ? "once" : `${over} times`}` : ""}
      </summary>
      <ol className="list-decimal pl-6">
        {work.steps.map(({ part, name, up, why }, at) => (
          <li key={part || `up.${at}`} className="border-b border-rule py-1 last:border-b-0">
            <div className="flex flex-wrap items-center gap-x-3">
              <span>
                {up
                  ? `Turn the housing over, the ${up} end up`
                  : `${name[0]!.toUpperCase()}${name.slice(1)}`}
              </span>
              {part && part !== first && !why && offered(part) ? (
                <Button kind="quiet" onClick={() => tap({ kind: "take_next", part })}>
                  This next<span className="sr-only">: {name}</span>
                </Button>
              ) : null}
            </div>
            {why ? (
              <p className="text-sm text-soft">
                <Say>{why}</Say>
              </p>
            ) : null}
          </li>
        ))}
      </ol>
      <ComesOff work={work} tap={tap} refused={refused} />
    </details>
  );
}

/** A bearing goes onto its seat under its own stage. */
const offered = (part: string) => !part.startsWith("bearing.");

function ComesOff({ work, tap, refused }: CartridgeProps) {
  const entry = useEntry({ reason: "" }, refused, "take_part_off");
  if (!work.comes_off.length) return null;
  return (
    <details>
      <summary className="min-h-12 cursor-pointer py-3 font-bold">A part comes off again</summary>
      <EntryText entry={entry} name="reason" label="Why it comes off" />
      <div className="flex flex-wrap gap-2 pt-2">
        {work.comes_off.map(({ part, name }) => (
          <Button
            key={part}
            disabled={!entry.text("reason").trim()}
            onClick={() => tap({ kind: "take_part_off", part, reason: entry.text("reason") })}
          >
            Off: {name}
          </Button>
        ))}
      </div>
    </details>
  );
}
