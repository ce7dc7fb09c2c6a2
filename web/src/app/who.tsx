/**
 * Who is at this device, in the head of every page: another one takes it by name and PIN, or signs
 * out.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { outbox, people, signOut, switchTo } from "../api";
import { Button, ChoiceRow, Overlay, useAsking, useMe } from "../ui";
import { Problem } from "./problem";
import { ByPassword } from "./by-password";
import { BySignOn, Known, useDoor } from "./sign-in";
import { WithoutNetwork } from "./without-network";

export function Who() {
  const here = useMe();
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  if (!here) return null;
  const done = () => {
    setOpen(false);
    // Another person may see other things.
    void queries.invalidateQueries();
  };
  return (
    <>
      <button
        type="button"
        aria-label={`Who is at the bench: ${here.me.name}${here.checked ? "" : ", PIN not checked"}. Change`}
        className="min-h-12 max-w-34 truncate px-1 underline decoration-2 underline-offset-4 hover:bg-wash sm:max-w-48 sm:px-2"
        onClick={() => setOpen(true)}
      >
        {here.checked ? "" : "△ "}
        {here.me.name}
      </button>
      <Overlay title="Who is at the bench?" open={open} onClose={() => setOpen(false)}>
        {open ? <Others onDone={done} /> : null}
      </Overlay>
    </>
  );
}

function Others({ onDone }: { onDone: () => void }) {
  const here = useMe();
  const door = useDoor();
  const [other, setOther] = useState(false);
  const { busy, problem, ask } = useAsking();
  if (!here) return null;
  const oneTap = (door.data?.one_tap ?? []).filter(({ id }) => id !== here.me.id || !here.checked);
  // Who comes in by one tap is asked for no PIN, and stands there once.
  const others = (door.data?.known ?? []).filter(
    ({ id }) => (id !== here.me.id || !here.checked) && !oneTap.some((one) => one.id === id),
  );
  const { sites } = here.me;
  return (
    <div className="space-y-4">
      {here.checked ? null : (
        <p className="border-2 border-care px-3 py-2">
          <b className="text-care">△ PIN not checked.</b> {here.me.name} took this device without a
          network. What is signed or decided waits for the PIN.
        </p>
      )}
      {sites.length > 1 ? (
        <ChoiceRow
          label="Site"
          value={people.site()?.id ?? ""}
          options={sites.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(site) => {
            people.choose(site);
            onDone();
          }}
        />
      ) : null}
      {oneTap.map(({ id, name }) => (
        <Button
          key={id}
          className="w-full text-lg"
          disabled={busy}
          onClick={() => ask(() => switchTo(id), onDone)}
        >
          {name}
        </Button>
      ))}
      <Problem of={problem} />
      {others.length > 0 ? <Known known={others} onIn={onDone} /> : null}
      {door.isError ? <WithoutNetwork onIn={onDone} /> : null}
      {door.data && oneTap.length === 0 && !other ? (
        <Button className="w-full" onClick={() => setOther(true)}>
          Somebody else: {door.data.single_sign_on ? "sign in anew" : "name and password"}
        </Button>
      ) : null}
      {other && door.data?.single_sign_on ? <BySignOn name={door.data.single_sign_on} /> : null}
      {other ? <ByPassword onIn={onDone} /> : null}
      <p className="flex flex-wrap gap-x-5">
        <Link
          to="/me"
          onClick={onDone}
          className="inline-flex min-h-12 items-center text-dye underline"
        >
          My settings, PIN, devices
        </Link>
        {people.may("administer") ? (
          <Link
            to="/people"
            onClick={onDone}
            className="inline-flex min-h-12 items-center text-dye underline"
          >
            People and sites
          </Link>
        ) : null}
      </p>
      <SignOut onDone={onDone} />
    </div>
  );
}

function SignOut({ onDone }: { onDone: () => void }) {
  const here = useMe();
  const { busy, ask, problem } = useAsking();
  const [sure, setSure] = useState(false);
  const waiting = here ? outbox.waitingOf(here.me.id) : 0;
  const out = () => ask(() => signOut(), onDone);
  return (
    <div className="border-t-2 border-rule pt-3">
      {sure && waiting ? (
        <p className="pb-2">
          <b className="text-care">
            △ {waiting === 1 ? "1 tap waits" : `${waiting} taps wait`} here.
          </b>{" "}
          {waiting === 1 ? "It is" : "They are"} kept on this device, and sent when {here?.me.name}{" "}
          signs in again.
        </p>
      ) : null}
      <Problem of={problem} />
      <Button disabled={busy} onClick={() => (waiting && !sure ? setSure(true) : out())}>
        {sure && waiting ? "Sign out all the same" : "Sign out"}
      </Button>
    </div>
  );
}
