/**
 * The record signed by name, with the points that are still open; and signed by a second person,
 * who sees what changed since the other looked.
 */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { getLooked, sayLooked, type Bench } from "../../api";
import { Button, Names, Say, TextField, moment, useDeciders, useSettings } from "../../ui";
import type { Tap } from "./parts";

const ROLES = ["fitter", "supervisor"];

export function SignPanel({ bench, tap }: { bench: Bench; tap: Tap }) {
  const counter = bench.next.do === "counter_sign";
  const { actor } = useSettings();
  const { names } = useDeciders(counter);
  const [name, setName] = useState(actor);
  const [role, setRole] = useState("");
  const left = bench.points.filter((point) => !point.closed);
  return (
    <div className="space-y-3 pt-4">
      {left.length > 0 ? (
        <div>
          <p className="font-bold">Open points that will stand in the record:</p>
          <ul className="list-disc pl-5">
            {left.map((point) => (
              <li key={point.number}>{point.text}</li>
            ))}
          </ul>
        </div>
      ) : null}
      <SinceOthersLooked job={bench.id} seq={bench.last_seq} />
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: counter ? "counter_sign" : "sign", name, role });
        }}
      >
        <div className="space-y-2">
          <TextField
            label={counter ? "Counter-signed by" : "Signed by"}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          {counter ? <Names names={names} value={name} onName={setName} /> : null}
        </div>
        <div>
          <TextField
            label="As"
            value={role}
            placeholder="fitter, supervisor …"
            onChange={(event) => setRole(event.target.value)}
          />
          <div className="flex flex-wrap gap-2 pt-2" role="group" aria-label="As: words to tap">
            {ROLES.map((one) => (
              <Button key={one} aria-pressed={role === one} onClick={() => setRole(one)}>
                {one}
              </Button>
            ))}
          </div>
        </div>
        <Button
          kind="main"
          data-main
          type="submit"
          disabled={!name.trim() || !role.trim()}
          className="sm:col-span-2"
        >
          {counter ? "Counter-sign the record" : "Sign the record"}
        </Button>
      </form>
    </div>
  );
}

/** Four eyes: what came since each of the others looked; and that this person looks now. */
function SinceOthersLooked({ job, seq }: { job: string; seq: number }) {
  const looked = useQuery({
    queryKey: ["looked", job, seq],
    queryFn: () => getLooked(job),
    staleTime: 10_000,
  });
  const there = looked.isSuccess;
  useEffect(() => {
    if (there) void sayLooked(job, seq).catch(() => undefined);
  }, [there, job, seq]);
  const others = looked.data ?? [];
  if (others.length === 0) return null;
  return (
    <div className="border-2 border-rule px-3 py-2">
      {others.map((other) => (
        <details key={other.name} open={other.since.length > 0}>
          <summary className="min-h-11 py-1">
            <b>{other.name}</b> looked {moment(other.at)}, up to entry {other.seq}.{" "}
            {other.since.length === 0
              ? "Nothing came since."
              : other.since.length === 1
                ? "1 entry came since:"
                : `${other.since.length} entries came since:`}
          </summary>
          <ul className="list-disc pb-2 pl-5 text-sm">
            {other.more ? <li>{other.more} more, in the log</li> : null}
            {other.since.map((line) => (
              <li key={line.seq}>
                {line.seq}. <Say>{line.text}</Say> <span className="text-soft">{line.actor}</span>
              </li>
            ))}
          </ul>
        </details>
      ))}
    </div>
  );
}
