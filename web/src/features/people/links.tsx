/**
 * Addresses that answer without signing in: a calendar to subscribe to, the counters for the site's
 * monitor. Told once.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { endLink, getLinks, makeLink, type LinkView } from "../../api";
import { Button, TextField, moment, useAsking, useMay } from "../../ui";

const CALLED: Record<string, string> = { calendar: "calendar", metrics: "counters" };

export function Links() {
  const queries = useQueryClient();
  const administers = useMay("administer");
  const [name, setName] = useState("");
  const found = useQuery({ queryKey: ["links"], queryFn: getLinks });
  const { busy, problem, ask } = useAsking();
  const take = (asked: Promise<LinkView[]>) =>
    asked.then((links) => queries.setQueryData(["links"], links));
  const make = (kind: "calendar" | "metrics") =>
    ask(
      () => take(makeLink(kind, name)),
      () => setName(""),
    );
  return (
    <section className="sheet space-y-3 p-4" aria-labelledby="links">
      <h2 id="links" className="text-lg font-bold">
        Addresses without signing in
      </h2>
      <p className="text-soft">
        A calendar program cannot sign in. Its address shows the rounds of this site, as long as you
        may read them, until you end it. Whoever knows it can read it.
      </p>
      <ul>
        {found.data?.map((link) => (
          <li key={link.id} className="border-t border-rule py-2">
            <span className="flex flex-wrap items-center justify-between gap-2">
              <span>
                <b>{link.name}</b>, {CALLED[link.kind] ?? link.kind}
                {link.site ? `, ${link.site}` : ""}, made {moment(link.made_at)}
              </span>
              <Button disabled={busy} onClick={() => ask(() => take(endLink(link.id)))}>
                End it
              </Button>
            </span>
            {link.address ? (
              <span className="mt-1 block border-2 border-care p-2">
                <b>Told once, copy it now:</b>{" "}
                <code className="break-all select-all">{link.address}</code>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      {problem ? <p className="font-bold text-oxide">▲ {problem.detail}</p> : null}
      <TextField
        label="What it is for"
        placeholder="office calendar"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="flex flex-wrap gap-2">
        <Button disabled={busy || !name.trim()} onClick={() => make("calendar")}>
          Make a calendar address
        </Button>
        {administers ? (
          <Button disabled={busy || !name.trim()} onClick={() => make("metrics")}>
            Make a token for the monitor
          </Button>
        ) : null}
      </div>
    </section>
  );
}
