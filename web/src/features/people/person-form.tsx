/** A person: sign-in name, rights at each site, under whom; let in anew, or gone. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import {
  addPerson,
  changePerson,
  leave,
  letIn,
  people,
  type PersonView,
  type Persons,
} from "../../api";
import { Button, SelectField, TextField, useAsking } from "../../ui";
import { RightsFields } from "./rights-fields";

interface Props {
  persons: Persons;
  /** Nobody yet: a new one. */
  person?: PersonView;
  onPassword: (name: string, words: string) => void;
}

export function PersonForm({ persons, person, onPassword }: Props) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState({
    name: person?.name ?? "",
    handle: person?.handle ?? "",
    rights: (person?.rights ?? {}) as Record<string, string[]>,
    works_under: person?.works_under ?? "",
  });
  const { busy, problem, ask } = useAsking();
  const took = (now: Persons) => queries.setQueryData(["persons"], now);
  const save = () =>
    ask(async () => {
      if (person) return took(await changePerson(person.id, typed));
      const made = await addPerson(typed);
      took(made.persons);
      onPassword(typed.name, made.first_password);
    });
  const over = persons.people.filter((one) => one.id !== person?.id && !one.works_under);
  const summary = person ? stateOf(person) : "";
  return (
    <details className="sheet p-4" open={!person}>
      <summary className="min-h-11 py-1">
        <b className="text-lg">{person?.name ?? "A new person"}</b>{" "}
        <span className="text-soft">{summary}</span>
      </summary>
      <form
        className="grid gap-3 pt-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <TextField
          label="Name, as it stands in the log"
          value={typed.name}
          disabled={Boolean(person)}
          onChange={(event) => setTyped({ ...typed, name: event.target.value })}
          problem={problem?.at("name")}
        />
        <TextField
          label="Name to sign in with"
          hint="blank: this person does not sign in"
          value={typed.handle}
          onChange={(event) => setTyped({ ...typed, handle: event.target.value })}
          problem={problem?.at("handle")}
        />
        <RightsFields
          persons={persons}
          rights={typed.rights}
          onChange={(rights) => setTyped({ ...typed, rights })}
        />
        <SelectField
          label="Works under"
          value={typed.works_under}
          onChange={(event) => setTyped({ ...typed, works_under: event.target.value })}
          problem={problem?.at("works_under")}
        >
          <option value="">nobody: signs alone</option>
          {over.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}, who counter-signs
            </option>
          ))}
        </SelectField>
        {problem ? (
          <p role="alert" className="font-bold text-oxide sm:col-span-2">
            ▲ {problem.detail}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-2 sm:col-span-2">
          <Button kind="main" type="submit" disabled={busy}>
            {person ? "Save" : "Add"}
          </Button>
          {person ? (
            <>
              <Button
                disabled={busy || !person.handle}
                onClick={() =>
                  ask(async () => {
                    const made = await letIn(person.id);
                    took(made.persons);
                    onPassword(person.name, made.first_password);
                  })
                }
              >
                New first password
              </Button>
              <Leave
                name={person.name}
                busy={busy}
                onLeave={() => ask(async () => took(await leave(person.id)))}
              />
            </>
          ) : null}
        </div>
      </form>
    </details>
  );
}

function stateOf(person: PersonView): string {
  if (!person.can_sign_in)
    return people.current()?.me.one_tap
      ? "comes in by one tap, in the demonstration"
      : "cannot sign in yet";
  if (person.must_change) return "has still to choose a password";
  return person.has_pin ? person.handle : `${person.handle}, no PIN yet`;
}

function Leave({ name, busy, onLeave }: { name: string; busy: boolean; onLeave: () => void }) {
  const [sure, setSure] = useState(false);
  if (!sure) return <Button onClick={() => setSure(true)}>Left the plant …</Button>;
  return (
    <Button kind="stop" disabled={busy} onClick={onLeave}>
      {name} left: no way in, a pseudonym in lists; signed records keep the name
    </Button>
  );
}
