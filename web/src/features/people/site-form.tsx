/**
 * A site: its name, how long a screen may be quiet, how long people are taken without a network,
 * and whether two sign.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { keepSite, type Site } from "../../api";
import { Button, TextField, Tick, useAsking } from "../../ui";

const NEW: Site = { id: "", name: "", quiet_min: 30, offline_days: 7, four_eyes: false };

export function SiteForm({ site = NEW }: { site?: Site }) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState({
    name: site.name,
    quiet: String(site.quiet_min),
    offline: String(site.offline_days),
    eyes: site.four_eyes ?? false,
  });
  const { busy, problem, ask } = useAsking();
  const save = () =>
    ask(async () => {
      const numbers = {
        quiet_min: Number(typed.quiet) || 0,
        offline_days: Number(typed.offline) || 0,
      };
      const kept = await keepSite({
        id: site.id,
        name: typed.name,
        four_eyes: typed.eyes,
        ...numbers,
      });
      queries.setQueryData(["persons"], kept);
      await queries.invalidateQueries({ queryKey: ["me"] });
      if (!site.id) setTyped({ ...typed, name: "" });
    });
  return (
    <details className="sheet p-4">
      <summary className="min-h-11 py-1 font-bold">{site.id ? site.name : "Another site"}</summary>
      <form
        className="grid gap-3 pt-3 sm:grid-cols-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <TextField
          label="Name"
          value={typed.name}
          onChange={(event) => setTyped({ ...typed, name: event.target.value })}
          problem={problem?.at("name")}
        />
        <TextField
          label="A quiet screen asks for the PIN after (min)"
          inputMode="numeric"
          value={typed.quiet}
          onChange={(event) => setTyped({ ...typed, quiet: event.target.value })}
          problem={problem?.at("quiet_min")}
        />
        <TextField
          label="Without a network people are taken for (days)"
          inputMode="numeric"
          value={typed.offline}
          onChange={(event) => setTyped({ ...typed, offline: event.target.value })}
          problem={problem?.at("offline_days")}
        />
        <Tick
          label="Every record is signed by two"
          checked={typed.eyes}
          onChange={(eyes) => setTyped({ ...typed, eyes })}
        />
        {problem && problem.fields.length === 0 ? (
          <p className="font-bold text-oxide">▲ {problem.detail}</p>
        ) : null}
        <Button type="submit" disabled={busy || !typed.name.trim()}>
          {site.id ? "Save" : "Add the site"}
        </Button>
      </form>
    </details>
  );
}
