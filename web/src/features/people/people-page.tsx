/** People and sites, as an administrator keeps them. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { getPersons } from "../../api";
import { Button } from "../../ui";
import { PersonForm } from "./person-form";
import { Sessions } from "./sessions";
import { SiteForm } from "./site-form";

export function PeoplePage() {
  const persons = useQuery({ queryKey: ["persons"], queryFn: getPersons });
  const [adding, setAdding] = useState(false);
  const [password, setPassword] = useState<{ name: string; words: string } | null>(null);
  if (persons.isError)
    return (
      <p className="sheet p-5">
        {persons.error.message} People are kept by somebody who administers this site.
      </p>
    );
  if (!persons.data) return <p className="p-6">Fetching …</p>;
  const told = (name: string, words: string) => setPassword(words ? { name, words } : null);
  return (
    <div className="mx-auto max-w-5xl space-y-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-2xl font-bold">People and sites</h1>
        <Link
          to="/people/acts"
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          Who did what
        </Link>
      </div>
      {password ? (
        <p role="status" className="border-2 border-care px-3 py-2">
          <b>First password of {password.name}, told once:</b>{" "}
          <code className="select-all text-lg">{password.words}</code>
          <br />
          The first thing that is asked for is a password of the own.
        </p>
      ) : null}
      {persons.data.people.map((person) => (
        <PersonForm key={person.id} persons={persons.data} person={person} onPassword={told} />
      ))}
      {adding ? (
        <PersonForm
          persons={persons.data}
          onPassword={(name, words) => {
            told(name, words);
            setAdding(false);
          }}
        />
      ) : (
        <Button kind="main" onClick={() => setAdding(true)}>
          Add a person
        </Button>
      )}
      <h2 className="pt-4 text-xl font-bold">Sites</h2>
      {persons.data.sites.map((site) => (
        <SiteForm key={site.id} site={site} />
      ))}
      <SiteForm />
      <Sessions everybody />
    </div>
  );
}
