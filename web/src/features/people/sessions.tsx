/** Where somebody is signed in, each ended by a tap. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { endAnySession, endSession, getEverySession, getSessions } from "../../api";
import { Button, moment, useAsking } from "../../ui";

export function Sessions({ everybody = false }: { everybody?: boolean }) {
  const queries = useQueryClient();
  const key = ["sessions", everybody];
  const found = useQuery({ queryKey: key, queryFn: everybody ? getEverySession : getSessions });
  const { busy, problem, ask } = useAsking();
  const end = (id: string) =>
    ask(() =>
      (everybody ? endAnySession(id) : endSession(id)).then((left) =>
        queries.setQueryData(key, left),
      ),
    );
  return (
    <section className="sheet p-4" aria-labelledby="sessions">
      <h2 id="sessions" className="text-lg font-bold">
        {everybody ? "Who is signed in where" : "Where you are signed in"}
      </h2>
      <p className="pb-2 text-soft">
        A device that was lost is ended here: it reads nothing more, and its taps wait until
        somebody signs in on it.
      </p>
      {problem ? <p className="font-bold text-oxide">▲ {problem.detail}</p> : null}
      <ul>
        {found.data?.map((session) => (
          <li
            key={session.id}
            className="flex flex-wrap items-center justify-between gap-2 border-t border-rule py-1"
          >
            <span>
              {everybody ? <b>{session.person}, </b> : null}
              {session.device}
              {session.this ? ", this device" : ""}
              <span className="block text-sm text-soft">
                by {session.how}, last used {moment(session.used_at)}, ends{" "}
                {moment(session.ends_at)}
              </span>
            </span>
            <Button disabled={busy} onClick={() => end(session.id)}>
              End it
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
