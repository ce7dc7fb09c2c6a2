/**
 * A round on the phone: what to bring, stop by stop what is due, done or skipped; then signed. Goes
 * on without a network.
 */
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Button, Delivery, TextField, useSettings } from "../../ui";
import { SetOut } from "./set-out";
import { StopCard } from "./stop-card";
import { useWalk } from "./use-walk";

export function WalkPage() {
  const { id = "" } = useParams();
  const { walk, stops, outbox, tap, drop, again, missing } = useWalk(id);
  const [open, setOpen] = useState("");
  if (missing) return <p className="sheet p-4">{missing} This round is not kept on this device.</p>;
  if (!walk) return <p className="p-6">Opening …</p>;
  const left = stops.filter(({ state }) => state === "open");
  const shown = open || left[0]?.at || "";
  return (
    <div className="mx-auto max-w-2xl space-y-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h1 className="text-2xl font-bold">{walk.title}</h1>
        <p className="text-lg font-bold">
          {left.length === 0 ? "every stop done" : `${left.length} of ${stops.length} left`}
        </p>
      </div>
      <Delivery outbox={outbox} drop={drop} again={again} />
      <SetOut walk={walk} taps={outbox.taps} tap={tap} />
      <ol className="space-y-3">
        {stops.map((stop) => (
          <StopCard
            key={stop.at}
            stop={stop}
            open={stop.at === shown}
            onOpen={() => setOpen(stop.at)}
            onDone={() => setOpen("")}
            tap={tap}
            refused={outbox.refused.findLast(({ at }) => at === stop.at) ?? null}
          />
        ))}
      </ol>
      {left.length === 0 && walk.status === "open" ? (
        <Sign
          onSign={(name, role) => tap({ kind: "sign", name, role }, "")}
          waiting={outbox.waiting > 0}
        />
      ) : null}
      {walk.status === "to counter-sign" ? (
        <p className="sheet p-4">
          <b className="text-care">△ A second person signs too.</b>{" "}
          <Link className="text-dye underline underline-offset-4" to={`/jobs/${id}`}>
            Look at it and counter-sign
          </Link>
        </p>
      ) : null}
      {walk.status === "signed" ? (
        <p className="sheet p-4">
          Signed.{" "}
          <a className="text-dye underline underline-offset-4" href={`/api/jobs/${id}/record.html`}>
            The record of this round
          </a>
        </p>
      ) : null}
    </div>
  );
}

function Sign({
  onSign,
  waiting,
}: {
  onSign: (name: string, role: string) => void;
  waiting: boolean;
}) {
  const { actor } = useSettings();
  const [name, setName] = useState(actor);
  const [role, setRole] = useState("");
  return (
    <form
      className="sheet space-y-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        onSign(name, role);
      }}
    >
      <h2 className="text-xl font-bold">Sign the round</h2>
      <TextField label="Signed by" value={name} onChange={(event) => setName(event.target.value)} />
      <TextField
        label="As"
        value={role}
        onChange={(event) => setRole(event.target.value)}
        placeholder="fitter, greaser …"
      />
      {waiting ? (
        <p className="text-soft">It is signed once everything above has reached the server.</p>
      ) : null}
      <Button kind="main" data-main type="submit" disabled={!name.trim() || !role.trim()}>
        Sign it
      </Button>
    </form>
  );
}
