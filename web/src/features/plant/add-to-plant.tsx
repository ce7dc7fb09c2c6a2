/**
 * The plant grows here: a machine, a position of it, a person. What is refused stands at its field,
 * and nothing typed is lost.
 */
import { Button, ChoiceRow, TextField } from "../../ui";
import { useAdd } from "./use-add";

function Away({ words }: { words: string }) {
  return words ? (
    <p role="alert" className="text-oxide">
      ▲ {words}
    </p>
  ) : null;
}

export function AddMachine() {
  const { add, field, busy, away } = useAdd("/api/plant/machines", { name: "", area: "" });
  return (
    <form
      aria-label="Add a machine"
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => void add(event)}
    >
      <div className="min-w-0 flex-1 basis-48">
        <TextField label="Machine" placeholder="as the site calls it" {...field("name")} />
      </div>
      <div className="min-w-0 flex-1 basis-40">
        <TextField label="Part of the site (leave blank if none)" {...field("area")} />
      </div>
      <Button type="submit" disabled={busy}>
        Add the machine
      </Button>
      <Away words={away} />
    </form>
  );
}

export function AddPosition({ machine, name }: { machine: string; name: string }) {
  const form = useAdd(`/api/plant/machines/${machine}/positions`, {
    name: "",
    bearing: "",
    shaft: "",
    holds: "",
  });
  const { add, field, set, texts, busy, away } = form;
  return (
    <details>
      <summary className="flex min-h-12 cursor-pointer items-center text-dye underline underline-offset-4">
        Add a position<span className="sr-only"> of {name}</span>
      </summary>
      <form
        aria-label={`Add a position of ${name}`}
        className="grid gap-3 pb-3 sm:grid-cols-3"
        onSubmit={(event) => void add(event)}
      >
        <TextField label="Position" placeholder="drive end" {...field("name")} />
        <TextField label="Number on the ring (blank: not known)" {...field("bearing")} />
        <TextField
          label="Shaft (blank: not known)"
          placeholder="80 mm, 2 15/16 in"
          {...field("shaft")}
        />
        <div className="sm:col-span-2">
          <ChoiceRow
            label="Along the shaft it is"
            value={texts["holds"] ?? ""}
            onChange={set("holds")}
            options={[
              { value: "fixed", label: "fixed" },
              { value: "floating", label: "floating" },
              { value: "", label: "not known" },
            ]}
          />
        </div>
        <Button type="submit" disabled={busy}>
          Add the position
        </Button>
        <Away words={away} />
      </form>
    </details>
  );
}
