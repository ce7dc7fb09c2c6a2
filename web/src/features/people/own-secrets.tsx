/** Password and PIN chosen anew; the present password says that it is really you. */
import { useState } from "react";
import { chooseSecrets } from "../../api";
import { Button, TextField, useAsking } from "../../ui";

const NONE = { old: "", password: "", pin: "" };

export function OwnSecrets({ hasPin, signOn }: { hasPin: boolean; signOn: boolean }) {
  const [typed, setTyped] = useState(NONE);
  const [done, setDone] = useState("");
  const { busy, problem, ask } = useAsking();
  const field = (name: keyof typeof NONE, label: string, hint: string) => (
    <TextField
      label={label}
      hint={hint}
      type="password"
      autoComplete={name === "old" ? "current-password" : "new-password"}
      inputMode={name === "pin" ? "numeric" : undefined}
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      problem={problem?.at(name)}
    />
  );
  return (
    <section className="sheet p-4" aria-labelledby="secrets">
      <h2 id="secrets" className="pb-2 text-lg font-bold">
        Password and PIN
      </h2>
      {hasPin ? null : (
        <p className="pb-2">
          <b className="text-care">△ You have no PIN yet.</b> Without one you can neither sign nor
          take a shared tablet.
        </p>
      )}
      <form
        className="grid gap-3 sm:grid-cols-3"
        onSubmit={(event) => {
          event.preventDefault();
          setDone("");
          ask(
            () => chooseSecrets(typed.old, typed.password, typed.pin),
            () => {
              setTyped(NONE);
              setDone("Taken. Other devices are asked for the new password.");
            },
          );
        }}
      >
        {field(
          "old",
          "Present password",
          signOn ? "not needed for a PIN just after single sign-on" : "the one you signed in with",
        )}
        {field("password", "New password", "blank: it stays")}
        {field("pin", "New PIN", "4 to 8 digits; blank: it stays")}
        {problem && problem.fields.length === 0 ? (
          <p role="alert" className="font-bold text-oxide sm:col-span-3">
            ▲ {problem.detail}
          </p>
        ) : null}
        <Button
          type="submit"
          disabled={
            busy || (!typed.old && !(signOn && typed.pin)) || (!typed.password && !typed.pin)
          }
        >
          Change
        </Button>
        <p role="status" className="self-center sm:col-span-2">
          {done}
        </p>
      </form>
    </section>
  );
}
