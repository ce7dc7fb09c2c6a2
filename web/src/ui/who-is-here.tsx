/** Who is at this device, asked where nobody said yet: whatever is logged or kept names everybody. */
import { useQuery } from "@tanstack/react-query";
import { getPeople } from "../api";
import { SelectField } from "./controls";
import { useSettings } from "./settings";

export function WhoIsHere({ label }: { label: string }) {
  const { actor, change } = useSettings();
  const people = useQuery({ queryKey: ["people"], queryFn: getPeople, staleTime: 60_000 });
  if (actor) return null;
  return (
    <div className="sheet p-4">
      <SelectField label={label} value={actor} onChange={(event) => change({ actor: event.target.value })}>
        <option value="">Choose …</option>
        {people.data?.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </SelectField>
    </div>
  );
}
