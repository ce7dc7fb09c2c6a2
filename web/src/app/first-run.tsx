/** Nobody is here yet: the first person, who administers. */
import { useState } from "react";
import { firstRun } from "../api";
import { Button, TextField, useAsking } from "../ui";
import { Problem } from "./problem";

const FIELDS = [
  { name: "site", label: "What the site is called", hint: "for example the mill’s name" },
  { name: "name", label: "Your name", hint: "first and last name, as it should stand in the log" },
  {
    name: "handle",
    label: "Name to sign in with",
    hint: "short, without blanks, for example w.ashby",
  },
  {
    name: "password",
    label: "Password",
    hint: "ten letters or more: a few words that belong to nothing",
    type: "password",
  },
  {
    name: "pin",
    label: "PIN beside the machine",
    hint: "4 to 8 digits in no order",
    type: "password",
  },
] as const;

export function FirstRun() {
  const [typed, setTyped] = useState({ site: "", name: "", handle: "", password: "", pin: "" });
  const { busy, problem, ask } = useAsking();
  return (
    <section className="sheet mx-auto max-w-xl p-5" aria-labelledby="first-run">
      <h1 id="first-run" className="text-2xl font-bold">
        The first one here
      </h1>
      <p className="pb-4 text-soft">
        Nobody can sign in yet. You become the administrator: you let the others in, and say what
        each may do.
      </p>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          ask(() => firstRun(typed));
        }}
      >
        {FIELDS.map(({ name, ...field }) => (
          <TextField
            key={name}
            {...field}
            value={typed[name]}
            inputMode={name === "pin" ? "numeric" : undefined}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
            problem={problem?.at(name)}
          />
        ))}
        {problem && problem.fields.length === 0 ? <Problem of={problem} /> : null}
        <Button kind="main" type="submit" className="w-full" disabled={busy}>
          {busy ? "Asking …" : "Begin"}
        </Button>
      </form>
    </section>
  );
}
