/** A PIN tapped with gloves: ten large keys, or typed. */
import { useId, useState } from "react";
import type { ProblemField } from "../api";
import { Button, FIELD } from "./controls";

const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"];
const LEAST = 4;
const MOST = 8;

export function PinPad({
  label,
  action,
  busy,
  problem,
  onPin,
}: {
  label: string;
  action: string;
  busy: boolean;
  problem?: ProblemField | { message: string; expected?: string };
  onPin: (pin: string) => void;
}) {
  const [pin, setPin] = useState("");
  const id = useId();
  const add = (digit: string) => setPin((before) => (before + digit).slice(0, MOST));
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        onPin(pin);
        setPin("");
      }}
    >
      <label htmlFor={id} className="block text-sm font-bold">
        {label}
      </label>
      <input
        id={id}
        className={`${FIELD} text-center text-2xl tracking-[0.5em]`}
        type="password"
        inputMode="numeric"
        autoComplete="off"
        autoFocus
        value={pin}
        onChange={(event) => setPin(event.target.value.replace(/\D/g, "").slice(0, MOST))}
        aria-invalid={Boolean(problem)}
        aria-describedby={problem ? `${id}-wrong` : undefined}
      />
      {problem ? (
        <p id={`${id}-wrong`} role="alert" className="font-bold text-oxide">
          ▲ {problem.message}
        </p>
      ) : null}
      <div className="grid grid-cols-3 gap-2" aria-hidden>
        {DIGITS.map((digit) => (
          <Button key={digit} tabIndex={-1} className="text-xl" onClick={() => add(digit)}>
            {digit}
          </Button>
        ))}
        <Button tabIndex={-1} onClick={() => setPin("")}>
          Clear
        </Button>
        <Button tabIndex={-1} className="text-xl" onClick={() => add("0")}>
          0
        </Button>
        <Button tabIndex={-1} onClick={() => setPin((before) => before.slice(0, -1))}>
          Back
        </Button>
      </div>
      <Button kind="main" type="submit" className="w-full" disabled={busy || pin.length < LEAST}>
        {busy ? "Asking …" : action}
      </Button>
    </form>
  );
}
