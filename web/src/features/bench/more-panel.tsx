/** Notes, open points, the plan's targets, giving up. */
import { useState } from "react";
import { Link } from "react-router";
import type { Bench } from "../../api";
import { Button, Figure, NamedReason, Overlay, TextField } from "../../ui";
import { useFigures } from "./figures";
import { FittedHere } from "./fitted-here";
import { GivePosition } from "./give-position";
import { HandOver } from "./hand-over";
import { KeepHere } from "./kept/keep-here";
import { shownPlace, type Tap } from "./parts";
import { SignPanel } from "./sign-panel";
import { showOf } from "./use-job";
import type { Words } from "./use-outline";
import { PointLine } from "./points";

export function MorePanel({ bench, words, tap }: { bench: Bench; words: Words; tap: Tap }) {
  const [text, setText] = useState("");
  const [plan, setPlan] = useState(false);
  const place = shownPlace(bench);
  const figures = useFigures(bench, place ? showOf(place.id, "") : "", plan);
  const [aside, setAside] = useState(false);
  const [signing, setSigning] = useState(false);
  const [giving, setGiving] = useState(false);
  const [keeping, setKeeping] = useState(false);
  const add = (kind: "add_note" | "open_point") => {
    if (!text.trim()) return;
    tap({ kind, text });
    setText("");
  };
  const live = bench.status === "open" || bench.status === "stopped";
  return (
    <section className="sheet space-y-3 px-4 py-3" aria-label="Notes and plan">
      <GivePosition bench={bench} />
      {bench.points.length > 0 ? (
        <div>
          <h2 className="font-bold">Open points</h2>
          <ul>
            {bench.points.map((point) => (
              <PointLine key={point.number} point={point} tap={tap} />
            ))}
          </ul>
        </div>
      ) : null}
      {bench.status === "abandoned" ? null : (
        <>
          <TextField
            label="Note, or something left to do"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <div className="flex flex-wrap gap-3">
            <Button onClick={() => add("add_note")}>Add as a note</Button>
            <Button onClick={() => add("open_point")}>Add as an open point</Button>
            {live ? (
              <Button onClick={() => setKeeping(true)}>Photograph or spoken note</Button>
            ) : null}
          </div>
        </>
      )}
      {keeping ? (
        <KeepHere
          job={bench.id}
          tap={tap}
          entry={0}
          words={text.trim() || bench.next.headline}
          onDone={() => setKeeping(false)}
        />
      ) : null}
      <div className="flex flex-wrap gap-x-3">
        {place && !place.fitted ? (
          <Button kind="quiet" aria-expanded={plan} onClick={() => setPlan(!plan)}>
            {plan ? "Hide the plan's targets" : "Show the plan's targets"}
          </Button>
        ) : null}
        {live && place?.may_revise ? (
          <Link
            to={`/plan?job=${bench.id}&at=${place.id}`}
            className="inline-flex min-h-12 items-center px-1 text-dye underline underline-offset-4"
          >
            Change the plan
          </Link>
        ) : null}
        {live && place?.fitted ? <FittedHere place={place} tap={tap} /> : null}
        {live && bench.may_set_aside ? (
          <Button kind="quiet" onClick={() => setAside(true)}>
            This stage is no part of the job
          </Button>
        ) : null}
        {bench.set_aside ? (
          <Button kind="quiet" onClick={() => tap({ kind: "take_stage_up", stage: bench.stage })}>
            Take this stage up again
          </Button>
        ) : null}
        {live && bench.may_sign && bench.next.do !== "sign" ? (
          <Button kind="quiet" aria-expanded={signing} onClick={() => setSigning(!signing)}>
            Sign the record as it stands
          </Button>
        ) : null}
        {live ? <HandOver tap={tap} /> : null}
        {live ? (
          <Button kind="quiet" onClick={() => setGiving(true)}>
            Abandon this job
          </Button>
        ) : null}
      </div>
      {plan && place
        ? figures.data?.targets.map((result) => <Figure key={result.label} result={result} />)
        : null}
      {signing && bench.may_sign ? <SignPanel bench={bench} tap={tap} /> : null}
      {words.standingAbove.map((line) => (
        <p key={line} className="text-sm text-soft">
          {line}
        </p>
      ))}
      <Aside bench={bench} open={aside} onClose={() => setAside(false)} tap={tap} />
      <NamedReason
        title="Abandon this job"
        description="Its record stays and can be read; nothing more is logged to it."
        action="Give the job up"
        example="tight bearing, taking the next group"
        open={giving}
        onClose={() => setGiving(false)}
        onDecide={(name, reason) => tap({ kind: "abandon", name, reason })}
      />
    </section>
  );
}

function Aside(props: { bench: Bench; open: boolean; onClose: () => void; tap: Tap }) {
  const { bench, open, onClose, tap } = props;
  const [reason, setReason] = useState("");
  return (
    <Overlay
      title="Skip this stage"
      description="The record will say so, with the reason. It can be reopened."
      open={open}
      onClose={onClose}
    >
      <TextField label="Why" value={reason} onChange={(event) => setReason(event.target.value)} />
      <Button
        disabled={!reason.trim()}
        onClick={() => {
          tap({ kind: "set_stage_aside", stage: bench.stage, reason });
          onClose();
        }}
      >
        Skip this stage
      </Button>
    </Overlay>
  );
}
