/** The record signed by name, with the points that are still open. */
import { useState } from "react";
import type { Bench } from "../../api";
import { Button, TextField, useSettings } from "../../ui";
import type { Tap } from "./parts";

const ROLES = ["fitter", "supervisor"];

export function SignPanel({ bench, tap }: { bench: Bench; tap: Tap }) {
  const { actor } = useSettings();
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
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "sign", name, role });
        }}
      >
        <TextField label="Signed by" value={name} onChange={(event) => setName(event.target.value)} />
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
          Sign the record
        </Button>
      </form>
    </div>
  );
}
