/**
 * What waits for somebody's PIN: asked at once where there is a network, kept where there is none.
 */
import { useState } from "react";
import { AwayError, ProblemError, outbox, people, prove, switchTo, type HeldTap } from "../api";
import { Button } from "./controls";
import { Overlay } from "./dialog";
import { PinPad } from "./pin-pad";

const WHAT: Record<string, string> = {
  sign: "the signature",
  counter_sign: "the counter-signature",
  abandon: "giving the job up",
  overrule_gate: "the override",
};

export function PinWaits({ held }: { held: HeldTap[] }) {
  const [later, setLater] = useState("");
  const first = held[0];
  if (!first) return null;
  const what = first.quiet
    ? "the next tap: the screen was quiet for a while"
    : (WHAT[first.kind] ?? "a decision by name");
  return (
    <div className="flex flex-wrap items-center justify-between gap-2 border-2 border-care px-3 py-2">
      <p>
        <b className="text-care">△ The PIN of {first.name} is needed</b> for {what}. It is kept here
        until then.
      </p>
      <Button onClick={() => setLater("")}>Enter the PIN</Button>
      <Overlay
        title={`PIN of ${first.name}`}
        description={`Needed for ${what}.`}
        open={later !== first.id}
        onClose={() => setLater(first.id)}
      >
        <Ask key={first.id} held={first} />
      </Overlay>
    </div>
  );
}

function Ask({ held }: { held: HeldTap }) {
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState("");
  const [away, setAway] = useState(false);
  const pin = (typed: string) => {
    setBusy(true);
    setWrong("");
    const asked = held.quiet ? switchTo(held.account, typed) : prove(held.account, typed, held.id);
    asked
      .then(() => (held.quiet ? outbox.releaseQuiet(true) : outbox.release(held.id)))
      .catch((error: unknown) => {
        setAway(error instanceof AwayError);
        setWrong(
          error instanceof ProblemError
            ? error.detail
            : "No network: the PIN cannot be checked now.",
        );
      })
      .finally(() => setBusy(false));
  };
  return (
    <>
      <PinPad
        label={`PIN of ${held.name}`}
        action="This is me"
        busy={busy}
        problem={wrong ? { message: wrong } : undefined}
        onPin={pin}
      />
      {held.quiet && away ? (
        <Button
          className="w-full"
          onClick={() => {
            people.active();
            void outbox.releaseQuiet(false);
          }}
        >
          Go on, PIN not checked
        </Button>
      ) : null}
      <Button kind="quiet" onClick={() => outbox.giveUp(held.id)}>
        Take this tap back
      </Button>
    </>
  );
}
