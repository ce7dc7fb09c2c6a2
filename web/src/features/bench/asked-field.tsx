/** A field as its command asks for it: a choice, a box, lines, or a line of text. */
import type { Asked, ProblemField } from "../../api";
import { ChoiceRow, LinesField, TextField } from "../../ui";

const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "", label: "no" },
];

export function AskedField(props: {
  field: Asked;
  value: string;
  onChange: (value: string) => void;
  problem?: ProblemField;
}) {
  const { field, value, onChange, problem } = props;
  const options = field.choices?.map((one) => ({ value: one.value, label: one.words }));
  const open = field.empty ? `empty: ${field.empty}` : undefined;
  if (options || field.family === "yes_no") {
    return (
      <ChoiceRow
        label={field.label}
        value={value}
        onChange={onChange}
        options={options ?? YES_NO}
        problem={problem}
      />
    );
  }
  if (field.family === "lines") {
    return (
      <LinesField
        label={field.label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    );
  }
  return (
    <TextField
      label={field.label}
      hint={open}
      value={value}
      placeholder={field.example}
      problem={problem}
      onChoose={onChange}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
