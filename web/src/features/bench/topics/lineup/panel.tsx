/**
 * The shaft line entered piece by piece: what is asked for next stands open, everything else can be
 * chosen.
 */
import { useState } from "react";
import type { Work } from "../../../../api";
import { ChoiceRow } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { Alignment, BoltHoles, Feet, Gap } from "./checks";
import { EndPlay, Offset } from "./float-checks";
import { FloatForm, MarkForm, RingsForm } from "./forms";
import { RunningForm, SleeveForm } from "./running-form";

export type LineUpWork = Extract<Work, { topic: "lineup" }>;

export interface LineUpProps {
  work: LineUpWork;
  tap: Tap;
  refused: Refused;
}

const FORMS = [
  { value: "say_float", label: "Fixed or floating" },
  { value: "say_mark", label: "Centre marks" },
  { value: "say_rings", label: "Seat and rings" },
  { value: "say_running", label: "Temperatures" },
  { value: "lay_sleeve", label: "Sleeve laid on" },
  { value: "read_end_play", label: "End play of a pair" },
  { value: "set_offset", label: "Float set at" },
  { value: "say_gap", label: "Gaps" },
  { value: "say_feet", label: "Feet" },
  { value: "read_alignment", label: "Alignment" },
  { value: "say_bolt_holes", label: "Bolt holes" },
] as const;

type FormName = (typeof FORMS)[number]["value"];

export function LineUpPanel(props: LineUpProps) {
  const [chosen, setChosen] = useState<FormName | "">("");
  const wanted = FORMS.find((form) => form.value === props.work.asks)?.value ?? "lay_sleeve";
  const now = chosen || wanted;
  return (
    <div className="space-y-4 pt-4">
      <ChoiceRow
        label="Enter"
        value={now}
        onChange={(value) => setChosen(value as FormName)}
        options={FORMS.map(({ value, label }) => ({ value, label }))}
      />
      <Form name={now} {...props} />
    </div>
  );
}

function Form({ name, ...props }: LineUpProps & { name: FormName }) {
  switch (name) {
    case "say_float":
      return <FloatForm {...props} />;
    case "say_mark":
      return <MarkForm {...props} />;
    case "say_rings":
      return <RingsForm {...props} />;
    case "say_running":
      return <RunningForm {...props} />;
    case "lay_sleeve":
      return <SleeveForm {...props} />;
    case "read_end_play":
      return <EndPlay {...props} />;
    case "set_offset":
      return <Offset {...props} />;
    case "say_gap":
      return <Gap {...props} />;
    case "say_feet":
      return <Feet {...props} />;
    case "read_alignment":
      return <Alignment {...props} />;
    case "say_bolt_holes":
      return <BoltHoles {...props} />;
    default:
      return name satisfies never;
  }
}
