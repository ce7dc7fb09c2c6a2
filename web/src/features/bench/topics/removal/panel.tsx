/**
 * Taking the old bearing off: which ring is tight, the way, the nut's gap, and what to do when it
 * cocks.
 */
import { useState } from "react";
import { type Work, choicesOf } from "../../../../api";
import { Button, ChoiceRow, VerdictMark, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { ComesOff } from "./comes-off";
import { FitPuller } from "./fit-puller";
import { Ways } from "./ways";

export type RemovalWork = Extract<Work, { topic: "removal" }>;

export interface RemovalProps {
  work: RemovalWork;
  tap: Tap;
  refused: Refused;
}

export function RemovalPanel(props: RemovalProps) {
  const { work, tap } = props;
  const { asks } = work;
  const [again, setAgain] = useState(false);
  if (work.off) return null;
  if (work.cocked) return <Straight {...props} />;
  if (!work.tight || again) return <Tight {...props} onSaid={() => setAgain(false)} />;
  return (
    <div className="space-y-6 pt-4">
      {asks === "back_nut_off" || work.nut ? <NutGap {...props} /> : null}
      {work.chosen === "puller" ? <FitPuller {...props} /> : null}
      {work.chosen && asks !== "back_nut_off" ? <ComesOff tap={tap} /> : null}
      <Ways {...props} />
      <Button kind="quiet" onClick={() => setAgain(true)}>
        Something else is tight
      </Button>
    </div>
  );
}

function Tight({ work, tap, onSaid }: RemovalProps & { onSaid: () => void }) {
  const said = work.tight;
  const [ring, setRing] = useState<RemovalWork["rings"][number]["value"]>(said?.ring ?? "unknown");
  const [shaft, setShaft] = useState(said?.shaft_out ?? "not known");
  const [keep, setKeep] = useState(said?.keep ?? "not known");
  const [captive, setCaptive] = useState(said?.captive_nut ?? "not known");
  return (
    <div className="space-y-4 pt-4">
      <ChoiceRow
        label="Tight is"
        value={ring}
        onChange={(value) => setRing(value as typeof ring)}
        options={work.rings.map(({ value, words }) => ({ value, label: words }))}
      />
      <ChoiceRow
        label="The shaft can leave its machine"
        value={shaft}
        onChange={(value) => setShaft(value as typeof shaft)}
        options={choicesOf("say_tight", "keep")}
      />
      <ChoiceRow
        label="The bearing is to be used again"
        value={keep}
        onChange={(value) => setKeep(value as typeof keep)}
        options={choicesOf("say_tight", "keep")}
      />
      {work.one_piece ? (
        <ChoiceRow
          label="Its nut is captive"
          value={captive}
          onChange={(value) => setCaptive(value as typeof captive)}
          options={choicesOf("say_tight", "keep")}
        />
      ) : null}
      <Button
        kind="main"
        data-main
        onClick={() => {
          tap({ kind: "say_tight", ring, shaft_out: shaft, keep, captive_nut: captive });
          onSaid();
        }}
      >
        Compare methods
      </Button>
    </div>
  );
}

function NutGap({ work, tap, refused }: RemovalProps) {
  const { units } = useSettings();
  const entry = useEntry({ gap: "" }, refused, "back_nut_off");
  const say = (whole: boolean) => {
    tap({
      kind: "back_nut_off",
      gap: entry.text("gap"),
      whole_nut: whole,
      shown: units === "mm" ? "mm" : "in",
    });
    entry.clear();
  };
  return (
    <section aria-label="Nut backed off" className="space-y-3">
      {work.nut ? <VerdictMark verdict={work.nut} /> : null}
      <EntryText entry={entry} name="gap" label="Gap at the nut" />
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          data-main
          disabled={!entry.text("gap").trim()}
          onClick={() => say(true)}
        >
          Its whole height is on the thread
        </Button>
        <Button disabled={!entry.text("gap").trim()} onClick={() => say(false)}>
          It hangs on a few threads
        </Button>
      </div>
    </section>
  );
}

function Straight({ tap, refused }: RemovalProps) {
  const entry = useEntry({ cause: "" }, refused, "say_straight");
  return (
    <div className="space-y-3 pt-4">
      <EntryText entry={entry} name="cause" label="What the cause was" />
      <Button
        kind="main"
        data-main
        disabled={!entry.text("cause").trim()}
        onClick={() => tap({ kind: "say_straight", cause: entry.text("cause") })}
      >
        Cause removed, all square again
      </Button>
    </div>
  );
}
