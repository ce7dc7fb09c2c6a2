/**
 * A first password was given by somebody else: the own one is chosen before anything else, with a
 * PIN.
 */
import { useState } from "react";
import { chooseSecrets } from "../api";
import { Button, TextField, useAsking } from "../ui";
import { Problem } from "./problem";

export function NewPassword() {
  const [typed, setTyped] = useState({ old: "", password: "", pin: "" });
  const { busy, problem, ask } = useAsking();
  const field = (name: keyof typeof typed, label: string, hint = "") => (
    <TextField
      label={label}
      hint={hint}
      type="password"
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      problem={problem?.at(name)}
    />
  );
  return (
    <section className="sheet mx-auto max-w-xl p-5" aria-labelledby="own-password">
      <h1 id="own-password" className="pb-2 text-2xl font-bold">
        A password of your own
      </h1>
      <p className="pb-4 text-soft">
        The one that you were given is known to who gave it. Choose your own, and a PIN for beside
        the machine.
      </p>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          ask(() => chooseSecrets(typed.old, typed.password, typed.pin));
        }}
      >
        {field("old", "The password that you were given")}
        {field(
          "password",
          "Your own password",
          "ten letters or more: a few words that belong to nothing",
        )}
        {field("pin", "Your PIN", "4 to 8 digits in no order")}
        {problem && problem.fields.length === 0 ? <Problem of={problem} /> : null}
        <Button
          kind="main"
          type="submit"
          className="w-full"
          disabled={busy || !typed.old || !typed.password || !typed.pin}
        >
          {busy ? "Asking …" : "Choose them"}
        </Button>
      </form>
    </section>
  );
}
