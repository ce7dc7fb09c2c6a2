/**
 * The way in: name and password, the people that this device knows, the first person of all, or one
 * tap in the demonstration.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getDoor, goToSignOn, people, switchTo } from "../api";
import { Button, PinPad, useAsking, usePeople } from "../ui";
import { ByPassword } from "./by-password";
import { FirstRun } from "./first-run";
import { Problem } from "./problem";
import { WithoutNetwork } from "./without-network";

/**
 * The ways in, asked again while they are shown: a network that went away after the first answer is
 * noticed.
 */
export function useDoor() {
  return useQuery({
    queryKey: ["door"],
    queryFn: getDoor,
    retry: 1,
    staleTime: 0,
    refetchInterval: 4000,
  });
}

export function SignIn() {
  usePeople();
  const door = useDoor();
  if (door.data?.first_run) return <FirstRun />;
  const quick = door.data?.one_tap ?? [];
  const pinned = (door.data?.known ?? []).filter(({ id }) => !quick.some((one) => one.id === id));
  return (
    <section className="sheet mx-auto max-w-xl p-5" aria-labelledby="sign-in">
      <h1 id="sign-in" className="text-2xl font-bold">
        Who is here?
      </h1>
      <p className="pb-4 text-soft">
        {people.sessionOver()
          ? "Your session on this device is over. Taps that wait here are kept, and sent when you are back."
          : "Whatever is logged goes under the name of who is signed in."}
      </p>
      {door.isError ? <WithoutNetwork /> : null}
      {quick.length ? <OneTap known={quick} /> : null}
      {pinned.length ? <Known known={pinned} /> : null}
      {door.data?.single_sign_on ? <BySignOn name={door.data.single_sign_on} /> : null}
      {door.data && !quick.length ? <ByPassword /> : null}
    </section>
  );
}

function OneTap({ known }: { known: { id: string; name: string }[] }) {
  const { busy, problem, ask } = useAsking();
  return (
    <div className="space-y-3">
      <p className="border-2 border-rule px-3 py-2 text-sm">
        <b>Demonstration.</b> Its made-up people come in with one tap. A real server asks for a
        password, and for a PIN beside the machine.
      </p>
      {known.map(({ id, name }) => (
        <Button
          key={id}
          className="w-full text-lg"
          disabled={busy}
          onClick={() => ask(() => switchTo(id))}
        >
          {name}
        </Button>
      ))}
      <Problem of={problem} />
    </div>
  );
}

/** People who signed in here lately come back by their PIN. */
export function Known({
  known,
  onIn,
}: {
  known: { id: string; name: string }[];
  onIn?: () => void;
}) {
  const [chosen, setChosen] = useState<{ id: string; name: string } | null>(null);
  const { busy, problem, ask, clear } = useAsking();
  return (
    <div className="space-y-3 pb-4">
      <div className="flex flex-wrap gap-2">
        {known.map((one) => (
          <Button
            key={one.id}
            aria-pressed={chosen?.id === one.id}
            className="text-lg aria-pressed:border-4"
            onClick={() => {
              clear();
              setChosen(one);
            }}
          >
            {one.name}
          </Button>
        ))}
      </div>
      {chosen ? (
        <PinPad
          key={chosen.id}
          label={`PIN of ${chosen.name}`}
          action="Take the device"
          busy={busy}
          problem={problem?.at("pin") ?? (problem ? { message: problem.detail } : undefined)}
          onPin={(pin) => ask(() => switchTo(chosen.id, pin), onIn)}
        />
      ) : null}
    </div>
  );
}

/** By the site's own sign-on: the browser goes there, and comes back. */
export function BySignOn({ name }: { name: string }) {
  const { busy, problem, ask } = useAsking();
  return (
    <div className="space-y-3 pb-4">
      <Button className="w-full text-lg" disabled={busy} onClick={() => ask(goToSignOn)}>
        {busy ? "Asking …" : `Sign in with ${name}`}
      </Button>
      <Problem of={problem} />
    </div>
  );
}
