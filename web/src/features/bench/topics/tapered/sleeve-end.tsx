/** Thread end to ring before and after the nut was seated: proof that the bearing kept its place. */
import { type ProblemField, choicesOf } from "../../../../api";
import { ChoiceRow } from "../../../../ui";
import { SleeveLengths } from "./sleeve-lengths";

/** What is typed while a nut is seated, as text. */
export interface SeatText {
  thickness: string;
  turns: string;
  amount: string;
  before: string;
  after: string;
  tool: string;
  from: string;
}

export function SleeveEnd(props: {
  form: SeatText;
  set: (part: Partial<SeatText>) => void;
  problem: (name: string) => ProblemField | undefined;
}) {
  const { form, set, problem } = props;
  return (
    <fieldset className="grid gap-3 border-l-4 border-dye pl-3 sm:grid-cols-2">
      <legend className="pb-1 text-sm font-bold">
        Thread end of sleeve or shaft to the near face of the ring, three places: proof that the
        bearing kept its place, to ± 0.05 mm
      </legend>
      <SleeveLengths
        form={form}
        set={set}
        problem={problem}
        labels={{ before: "Before the nut came off", after: "With the nut seated" }}
        kind="seat_nut"
      />
      <div className="sm:col-span-2">
        <ChoiceRow
          label="Measured from"
          value={form.from}
          onChange={(from) => set({ from })}
          options={choicesOf("seat_nut", "measured_from")}
          problem={problem("measured_from")}
        />
      </div>
    </fieldset>
  );
}
