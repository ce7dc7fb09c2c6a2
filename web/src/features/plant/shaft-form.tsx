/** One shaft: its length, where it is measured from, its bearings and what else is drawn on it. */
import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { ProblemError, send, type PlantMachine } from "../../api";
import { Button, TextField, focusWrong } from "../../ui";
import { ShaftPart, type Part } from "./shaft-part";

type Shaft = PlantMachine["shafts"][number];

const NO_PART: Part = { name: "", kind: "coupling", at: "", width: "", diameter: "" };
const mm = (value: number) => `${Number(value.toFixed(3))} mm`;
const partOf = (part: Shaft["parts"][number]): Part => ({
  ...{ name: part.name, kind: part.kind, at: mm(part.at_mm) },
  ...{ width: mm(part.width_mm), diameter: mm(part.diameter_mm) },
});

export function ShaftForm(props: {
  machine: PlantMachine;
  shaft: Shaft | null;
  onDone: () => void;
}) {
  const { machine, shaft, onDone } = props;
  const queries = useQueryClient();
  const [texts, setTexts] = useState({
    name: shaft?.name ?? "",
    length: shaft ? mm(shaft.length_mm) : "",
    datum: shaft?.datum ?? "",
  });
  const [bearings, setBearings] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(shaft?.bearings ?? {}).map(([id, at]) => [id, mm(at)])),
  );
  const [parts, setParts] = useState<Part[]>(() => shaft?.parts.map(partOf) ?? []);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  const elsewhere = new Set(
    machine.shafts
      .filter((one) => one.id !== shaft?.id)
      .flatMap((one) => Object.keys(one.bearings)),
  );
  const mended = (name: string) => setProblem((before) => before?.without([name]) ?? null);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    try {
      await send(`/api/plant/machines/${machine.id}/shafts`, {
        ...texts,
        bearings,
        parts,
        shaft_id: shaft?.id ?? "",
      });
      await queries.invalidateQueries({ queryKey: ["choices"] });
      onDone();
    } catch (error) {
      setProblem(error instanceof ProblemError ? error : null);
      setAway(!(error instanceof ProblemError));
      focusWrong(form);
    }
  };
  const text = (name: keyof typeof texts, label: string, placeholder: string) => (
    <TextField
      label={label}
      placeholder={placeholder}
      value={texts[name]}
      problem={problem?.at(name)}
      onChange={(event) => {
        setTexts((now) => ({ ...now, [name]: event.target.value }));
        mended(name);
      }}
    />
  );
  const setPart = (at: number, part: Partial<Part>) => {
    setParts((now) => now.map((one, i) => (i === at ? { ...one, ...part } : one)));
    for (const name of Object.keys(part)) mended(`parts.${at}.${name}`);
  };
  return (
    <form
      aria-label={shaft ? `Change the ${shaft.name}` : `Add a shaft of ${machine.name}`}
      className="space-y-3 py-2"
      onSubmit={(event) => void keep(event)}
    >
      <div className="grid gap-3 sm:grid-cols-3">
        {text("name", "Shaft", "head shaft")}
        {text("length", "Length", "1680 mm, 66 in")}
        {text("datum", "Measured from", "coupling end")}
      </div>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="pb-1 text-sm">
          From there to the centre of each bearing; blank for one on another shaft
        </legend>
        {machine.positions
          .filter(({ id }) => !elsewhere.has(id))
          .map(({ id, name }) => (
            <TextField
              key={id}
              label={name}
              value={bearings[id] ?? ""}
              problem={problem?.at(`bearings.${id}`)}
              onChange={(event) => {
                setBearings((now) => ({ ...now, [id]: event.target.value }));
                mended(`bearings.${id}`);
              }}
            />
          ))}
      </fieldset>
      {parts.map((part, i) => (
        <ShaftPart
          key={i}
          number={i + 1}
          part={part}
          problem={(name) => problem?.at(`parts.${i}.${name}`)}
          onPart={(changed) => setPart(i, changed)}
        />
      ))}
      <Button kind="quiet" onClick={() => setParts((now) => [...now, NO_PART])}>
        Something else on it: coupling, pulley, gear …
      </Button>
      {problem && problem.fields.length === 0 ? (
        <p className="font-bold text-oxide">▲ {problem.detail}</p>
      ) : null}
      {away ? (
        <p role="alert" className="text-oxide">
          ▲ No answer: nothing was kept. Press again.
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button type="submit">{shaft ? "Keep the shaft" : "Add the shaft"}</Button>
        <Button kind="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
