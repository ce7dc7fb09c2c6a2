/** What a sheet asks, entry by entry; what is wrong stands at its entry. */
import type { ProblemError, ProblemField, SheetHead } from "../../api";
import { SelectField, TextField } from "../../ui";

type Entry = SheetHead["entries"][number];

export function SheetForm(props: {
  sheet: SheetHead;
  given: Record<string, string>;
  problem: ProblemError | null;
  onChange: (name: string, value: string) => void;
}) {
  const { sheet, given, problem, onChange } = props;
  return (
    <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
      {sheet.entries.map((entry) => {
        const value = given[entry.name] ?? "";
        const common = {
          entry,
          value,
          problem: problemAt(problem, entry.name),
          onChange: (to: string) => onChange(entry.name, to),
        };
        return (
          <div
            key={entry.name}
            className={entry.lines > 1 || entry.label.length > 30 ? "col-span-2" : ""}
          >
            {entry.options.length > 0 ? (
              <Choice {...common} />
            ) : entry.lines > 1 ? (
              <Lines {...common} />
            ) : (
              <Typed {...common} />
            )}
          </div>
        );
      })}
    </div>
  );
}

interface EntryProps {
  entry: Entry;
  value: string;
  problem: ProblemField | undefined;
  onChange: (value: string) => void;
}

function label(entry: Entry): string {
  return entry.needed || entry.options.length > 0 ? entry.label : `${entry.label}, if known`;
}

function Typed({ entry, value, problem, onChange }: EntryProps) {
  return (
    <TextField
      label={label(entry)}
      value={value}
      placeholder={entry.example}
      problem={problem}
      onChange={(event) => onChange(event.target.value)}
      onChoose={onChange}
    />
  );
}

function Choice({ entry, value, problem, onChange }: EntryProps) {
  return (
    <SelectField
      label={label(entry)}
      value={value}
      problem={problem}
      onChange={(event) => onChange(event.target.value)}
    >
      {entry.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </SelectField>
  );
}

/** One line for each section; empty ones at the end are left out. */
function Lines({ entry, value, problem, onChange }: EntryProps) {
  const lines = [...value.split("\n"), ...Array<string>(entry.lines).fill("")].slice(
    0,
    entry.lines,
  );
  return (
    <fieldset>
      <legend className="pb-1 text-sm font-bold">{entry.label}</legend>
      <div className="space-y-1">
        {lines.map((line, at) => (
          <TextField
            key={at}
            label={`Section ${at + 1}`}
            value={line}
            placeholder={entry.example}
            problem={at === 0 ? problem : undefined}
            onChange={(event) => {
              const changed = lines.map((was, i) => (i === at ? event.target.value : was));
              onChange(changed.join("\n").trimEnd());
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** What is wrong with an entry, or with one of the values in it. */
function problemAt(problem: ProblemError | null, name: string): ProblemField | undefined {
  return problem?.fields.find((field) => field.name === name || field.name.startsWith(`${name}.`));
}
