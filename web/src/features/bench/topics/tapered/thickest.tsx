/** One tap for the thickest leaf that goes in: the next one of the set was tried and does not. */
import type { Chip } from "../../../../api";
import { Button, TextField, clearanceBare, clearanceUnit, useSettings } from "../../../../ui";
import { shownOf, type Way } from "./gauging-parts";
import { useTyped } from "./use-typed";

/** One tap closes the bracket: this leaf goes in, the next of the set was tried and does not. */
export function Thickest(props: Way & { thinnest: number; marked: boolean }) {
  const { cell, tap, busy, refused, done, thinnest, marked } = props;
  const { units } = useSettings();
  const { text, setText, problem } = useTyped(refused, "bracket_place", "leaf");
  const say = (leaf: string, typed = false) => {
    tap({ kind: "bracket_place", place: cell.place, row: cell.row, leaf, typed, shown: shownOf(units) });
    setText("");
    done();
  };
  return (
    <div>
      <p id="thickest" className="pb-1 font-bold">
        Thickest leaf that goes in, {clearanceUnit(units)}: the next was tried and does not
      </p>
      <div role="group" aria-labelledby="thickest" className="grid grid-cols-3 gap-2 sm:grid-cols-4">
        <Button disabled={busy} kind="stop" className="min-h-16 flex-col gap-0" onClick={() => say("none")}>
          None goes in
          <span className="text-sm font-normal">{clearanceBare(thinnest, units)} does not</span>
        </Button>
        {cell.chips.map((chip) => (
          <ThickestChip
            key={chip.um}
            chip={chip}
            usual={marked && chip.um === cell.next_um}
            busy={busy}
            onTap={() => say(`${chip.um} µm`)}
          />
        ))}
      </div>
      <form
        className="flex max-w-96 items-end gap-2 pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) say(text, true);
        }}
      >
        <TextField
          label="Or type the thickest leaf"
          problem={problem}
          value={text}
          placeholder="0.12 or 4.5 thou"
          onChange={(event) => setText(event.target.value)}
          onChoose={(choice) => say(choice, true)}
        />
        <Button type="submit" disabled={busy || !text.trim()}>
          Goes in
        </Button>
      </form>
    </div>
  );
}

function ThickestChip(props: { chip: Chip; usual: boolean; busy: boolean; onTap: () => void }) {
  const { units } = useSettings();
  const { chip, usual, busy, onTap } = props;
  return (
    <Button
      disabled={busy || chip.next_um === null}
      kind={usual ? "main" : "plain"}
      className="min-h-16 flex-col gap-0 !px-2"
      onClick={onTap}
    >
      <span className="text-xl font-bold">{clearanceBare(chip.um, units)}</span>
      <span className="text-sm font-normal">
        {chip.next_um === null ? "thickest of the set" : `${clearanceBare(chip.next_um, units)} does not`}
      </span>
    </Button>
  );
}
