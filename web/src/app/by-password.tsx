/** The way in by name and password. */
import { useState } from "react";
import { signIn } from "../api";
import { Button, TextField, useAsking } from "../ui";
import { Problem } from "./problem";

export function ByPassword({ onIn }: { onIn?: () => void }) {
  const [handle, setHandle] = useState("");
  const [password, setPassword] = useState("");
  const { busy, problem, ask } = useAsking();
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        ask(() => signIn(handle, password), onIn);
      }}
    >
      <TextField
        label="Name to sign in with"
        autoComplete="username"
        autoCapitalize="none"
        value={handle}
        onChange={(event) => setHandle(event.target.value)}
        problem={problem?.at("handle")}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        problem={problem?.at("password")}
      />
      {problem && problem.fields.length === 0 ? <Problem of={problem} /> : null}
      <Button
        kind="main"
        type="submit"
        className="w-full"
        disabled={busy || !handle.trim() || !password}
      >
        {busy ? "Asking …" : "Sign in"}
      </Button>
    </form>
  );
}
