/**
 * What is inside is for people who signed in; whoever is here already reads on while the server is
 * asked.
 */
import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { useLocation } from "react-router";
import { SignInError, getMe, people } from "../api";
import { Button, Overlay, usePeople } from "../ui";
import { NewPassword } from "./new-password";
import { SignIn } from "./sign-in";

export function SignedIn({ children }: { children: ReactNode }) {
  const { current } = usePeople();
  const { pathname } = useLocation();
  const me = useQuery({
    queryKey: ["me", current],
    queryFn: async () => {
      try {
        const found = await getMe();
        people.heard(found);
        return found;
      } catch (error) {
        if (error instanceof SignInError && people.current()?.checked) people.ended();
        throw error;
      }
    },
    retry: false,
    staleTime: 30_000,
    refetchInterval: 300_000,
  });
  const here = people.current();
  // Whoever comes back from the site's own sign-on is let in there.
  if (pathname === "/single-sign-on") return children;
  if (!here) {
    if (me.isPending) return <p className="p-6">Opening …</p>;
    return <SignIn />;
  }
  if (here.me.must_change) return <NewPassword />;
  return (
    <>
      <SessionOver />
      {children}
    </>
  );
}

/** The session ended while somebody was at work: everything stays readable, taps wait. */
function SessionOver() {
  usePeople();
  const [open, setOpen] = useState(false);
  if (!people.sessionOver()) return null;
  return (
    <div
      role="alert"
      className="mb-3 flex flex-wrap items-center justify-between gap-2 border-2 border-care px-3 py-2"
    >
      <p>
        <b className="text-care">△ Your session here is over.</b> You can read on; taps wait on this
        device until you are back.
      </p>
      <Button onClick={() => setOpen(true)}>Sign in again</Button>
      <Overlay title="Sign in again" open={open} onClose={() => setOpen(false)}>
        <SignIn />
      </Overlay>
    </div>
  );
}
