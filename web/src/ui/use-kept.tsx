/**
 * Something is kept for everybody: sent once, held while a second reader's PIN is missing, and
 * nothing of it lost meanwhile.
 */
import { useState } from "react";
import { AwayError, ProblemError, newId, prove, send } from "../api";
import { Overlay } from "./dialog";
import { PinPad } from "./pin-pad";
import { useSettings } from "./settings";

interface Held {
  path: string;
  body: Record<string, unknown> & { client_event_id: string };
  account: string;
  name: string;
}

export type Keep = (path: string, body: Record<string, unknown>) => Promise<ProblemError | null>;

/** `keep` sends; `pin` is what the page shows where somebody has to stand by it. */
export function useKept<T>(onKept: (answer: T) => void) {
  const { actor } = useSettings();
  const [held, setHeld] = useState<Held | null>(null);
  const post = async (path: string, body: Held["body"]): Promise<ProblemError | null> => {
    try {
      onKept(await send<T>(path, body));
      return null;
    } catch (error) {
      if (error instanceof ProblemError && error.kind === "pin-needed") {
        const [asked] = error.fields;
        const name = asked?.message.split(" stands by")[0] ?? "";
        setHeld({ path, body, account: asked?.expected ?? "", name });
        return error;
      }
      if (error instanceof ProblemError) return error;
      const away =
        error instanceof AwayError
          ? "No answer from the server. What you typed stays here; try again."
          : String(error);
      return new ProblemError(0, "Error", away, []);
    }
  };
  const keep: Keep = (path, body) =>
    post(path, { client_event_id: newId(), actor, happened_at: new Date().toISOString(), ...body });
  const pin = held ? (
    <SecondPin
      held={held}
      onClose={() => setHeld(null)}
      onProven={() => post(held.path, held.body)}
    />
  ) : null;
  return { keep, pin };
}

function SecondPin(props: {
  held: Held;
  onClose: () => void;
  onProven: () => Promise<ProblemError | null>;
}) {
  const { held, onClose, onProven } = props;
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState("");
  const said = (error: unknown) =>
    setWrong(
      error instanceof ProblemError ? error.detail : "No network: the PIN cannot be checked now.",
    );
  const pin = (typed: string) => {
    setBusy(true);
    setWrong("");
    prove(held.account, typed, held.body.client_event_id)
      .then(onProven)
      .then((problem) => (problem ? said(problem) : onClose()))
      .catch(said)
      .finally(() => setBusy(false));
  };
  return (
    <Overlay
      open
      title={`PIN of ${held.name}`}
      description={`${held.name} read it as well, and stands by it with the own PIN.`}
      onClose={onClose}
    >
      <PinPad
        label={`PIN of ${held.name}`}
        action="I read it too"
        busy={busy}
        problem={wrong ? { message: wrong } : undefined}
        onPin={pin}
      />
    </Overlay>
  );
}
