/** Something else on a shaft, drawn with it: what it is, where its middle is, its size. */
import type { ProblemField } from "../../api";
import { SelectField, TextField } from "../../ui";

/** A part as it is typed, lengths as text. */
export type Part = { name: string; kind: string; at: string; width: string; diameter: string };

const KINDS = ["coupling", "pulley", "gear", "rotor", "step"];
const LENGTHS = { at: "Its middle at", width: "Width", diameter: "Diameter" } as const;

export function ShaftPart(props: {
  number: number;
  part: Part;
  problem: (name: string) => ProblemField | undefined;
  onPart: (changed: Partial<Part>) => void;
}) {
  const { number, part, problem, onPart } = props;
  return (
    <fieldset className="grid gap-2 border-l-4 border-rule pl-3 sm:grid-cols-5">
      <legend className="sr-only">Part {number} on the shaft</legend>
      <TextField
        label="On it"
        placeholder="sheave"
        value={part.name}
        problem={problem("name")}
        onChange={(event) => onPart({ name: event.target.value })}
      />
      <SelectField
        label="Drawn as"
        value={part.kind}
        problem={problem("kind")}
        onChange={(event) => onPart({ kind: event.target.value })}
      >
        {KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </SelectField>
      {(["at", "width", "diameter"] as const).map((name) => (
        <TextField
          key={name}
          label={LENGTHS[name]}
          value={part[name]}
          problem={problem(name)}
          onChange={(event) => onPart({ [name]: event.target.value })}
        />
      ))}
    </fieldset>
  );
}
