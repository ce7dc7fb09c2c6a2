/** What a person may do at each site: a bundle to begin with, every right by itself. */
import type { Persons } from "../../api";
import { Button, Tick } from "../../ui";

export function RightsFields({
  persons,
  rights,
  onChange,
}: {
  persons: Persons;
  rights: Record<string, string[]>;
  onChange: (rights: Record<string, string[]>) => void;
}) {
  const flip = (site: string, right: string, on: boolean) => {
    const here = (rights[site] ?? []).filter((one) => one !== right);
    onChange({ ...rights, [site]: on ? [...here, right] : here });
  };
  return (
    <>
      {persons.sites.map((site) => (
        <fieldset key={site.id} className="border-2 border-rule px-3 py-2 sm:col-span-2">
          <legend className="px-1 font-bold">{site.name}</legend>
          <div className="flex flex-wrap gap-2 pb-2" role="group" aria-label={`As at ${site.name}`}>
            {Object.entries(persons.roles).map(([role, bundle]) => (
              <Button key={role} onClick={() => onChange({ ...rights, [site.id]: [...bundle] })}>
                {role}
              </Button>
            ))}
            <Button onClick={() => onChange({ ...rights, [site.id]: [] })}>nothing here</Button>
          </div>
          <div className="grid gap-x-6 sm:grid-cols-2">
            {persons.rights.map(({ id, words }) => (
              <Tick
                key={id}
                label={words}
                checked={(rights[site.id] ?? []).includes(id)}
                onChange={(on) => flip(site.id, id, on)}
              />
            ))}
          </div>
        </fieldset>
      ))}
    </>
  );
}
