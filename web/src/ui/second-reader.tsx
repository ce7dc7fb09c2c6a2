/** Who read a figure in print as well: one of the people here, never the one who types it in. */
import { useQuery } from "@tanstack/react-query";
import { getPeople, type ProblemField } from "../api";
import { SelectField } from "./controls";
import { useSettings } from "./settings";

export function SecondReader(props: {
  value: string;
  hint?: string;
  problem?: ProblemField;
  onChange: (name: string) => void;
}) {
  const { actor } = useSettings();
  const people = useQuery({ queryKey: ["people"], queryFn: getPeople, staleTime: 60_000 });
  const names = (people.data ?? []).filter((name) => name !== actor);
  return (
    <SelectField
      label="Read by a second person"
      hint={props.hint ?? "who looked at the print as well, and stands by it with the own PIN"}
      value={props.value}
      problem={props.problem}
      onChange={(event) => props.onChange(event.target.value)}
    >
      <option value="">nobody yet</option>
      {[...new Set([...names, props.value])].filter(Boolean).map((name) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </SelectField>
  );
}
