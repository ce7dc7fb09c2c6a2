/** One tap for the thickest leaf that goes in: the next one of the set was tried and does not. */
import { Button, TextField, clearanceBare, clearanceUnit, useSettings } from "../../../../ui";
import { shownOf, type Way } from "./gauging-parts";
import { useTyped } from "./use-typed";

/**
 * One tap closes the bracket: this leaf goes in, the next of the set was tried and does not.
 * `pair`: neither row of the place
 * is read yet, so that both can be said at once where they read the same.
 */
export function Thickest(props: Way & { thinnest: number; marked: boolean; pair: boolean }) {
  const { cell, tap, busy, refused, done, begins, ends, thinnest, marked, pair } = props;
  const { units } = useSettings();
  const { text, setText, problem } = useTyped(refused, "bracket_place", "leaf");
  const say = (leaf: string, bothRows: boolean, typed = false) => {
    const where = { place: cell.place, row: cell.row, both_rows: bothRows };
    const last = ends(bothRows) || undefined;
    tap({ kind: "bracket_place", ...where, leaf, typed, shown: shownOf(units), ...begins, last });
    setText("");
    done();
  };
  // A number that is read back is taken for the rows that it was said of.
  const saidBoth = refused?.command.kind === "bracket_place" && Boolean(refused.command.both_rows);
  const way = { busy, pair };
  return (
    <div>
      <p id="thickest" className="pb-1 font-bold">
        Thickest feeler that goes in, {clearanceUnit(units)}: the next was tried and does not
      </p>
      <div
        role="group"
        aria-labelledby="thickest"
        className="grid grid-cols-3 gap-2 sm:grid-cols-4"
      >
        <Reading
          {...way}
          leaf="None goes in"
          not={thinnest}
          look="stop"
          onTap={(both) => say("none", both)}
        />
        {cell.chips.map(({ um, next_um }) => (
          <Reading
            key={um}
            {...way}
            leaf={clearanceBare(um, units)}
            not={next_um}
            look={marked && um === cell.next_um ? "main" : "plain"}
            onTap={(both) => say(`${um} µm`, both)}
          />
        ))}
      </div>
      <form
        className="flex flex-wrap items-end gap-2 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) say(text, false, true);
        }}
      >
        <div className="w-60">
          <TextField
            label="Or type the thickest feeler"
            problem={problem}
            value={text}
            placeholder="0.12 or 4.5 thou"
            onChange={(event) => setText(event.target.value)}
            onChoose={(choice) => say(choice, saidBoth, true)}
          />
        </div>
        <Button type="submit" disabled={busy || !text.trim()}>
          Goes in
        </Button>
        {pair ? (
          <Button disabled={busy || !text.trim()} onClick={() => say(text, true, true)}>
            Both rows
          </Button>
        ) : null}
      </form>
    </div>
  );
}

interface ReadingProps {
  leaf: string;
  not: number | null;
  look: "main" | "plain" | "stop";
  busy: boolean;
  pair: boolean;
  onTap: (bothRows: boolean) => void;
}

/**
 * A feeler that goes in with the next that does not: for the row that is asked for, and under it
 * for both rows.
 */
function Reading({ leaf, not, look, busy, pair, onTap }: ReadingProps) {
  const { units } = useSettings();
  const off = busy || not === null;
  return (
    <div className="flex flex-col">
      <Button
        disabled={off}
        kind={look}
        className={`min-h-16 grow flex-col gap-0 !px-1 ${pair ? "rounded-b-none" : ""}`}
        onClick={() => onTap(false)}
      >
        <span className={look === "stop" ? "font-bold" : "text-xl font-bold"}>{leaf}</span>
        <span className="text-sm font-normal">
          {not === null ? "thickest of the set" : `not ${clearanceBare(not, units)}`}
        </span>
      </Button>
      {pair ? (
        <Button
          disabled={off}
          kind={look === "stop" ? "stop" : "plain"}
          className="rounded-t-none border-t-0 !px-1 text-sm !font-normal"
          aria-label={`${leaf}, both rows`}
          onClick={() => onTap(true)}
        >
          both rows
        </Button>
      ) : null}
    </div>
  );
}
