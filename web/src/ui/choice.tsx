/** One of a few, side by side: Radix' radio group in our clothes. */
import { RadioGroup } from "radix-ui";
import type { ReactNode } from "react";
import { useId } from "react";
import type { ProblemField } from "../api";

export interface Option {
  value: string;
  label: ReactNode;
  note?: ReactNode;
}

export function ChoiceRow({
  label,
  options,
  value,
  onChange,
  problem,
  column = false,
}: {
  label: string;
  options: readonly Option[];
  value: string;
  onChange: (value: string) => void;
  problem?: ProblemField;
  column?: boolean;
}) {
  const id = useId();
  return (
    <div>
      <p id={id} className="pb-1 text-sm font-bold">
        {label}
      </p>
      <RadioGroup.Root
        aria-labelledby={id}
        aria-invalid={problem ? true : undefined}
        value={value}
        onValueChange={onChange}
        className={column ? "grid gap-2" : "flex flex-wrap gap-2"}
        orientation={column ? "vertical" : "horizontal"}
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            className="min-h-12 rounded-sm border-2 border-edge bg-sheet px-4 py-2 text-left data-[state=checked]:border-ink data-[state=checked]:bg-wash data-[state=checked]:font-bold"
          >
            <span className="flex items-center gap-2">
              <span
                aria-hidden
                className="inline-block size-3 shrink-0 rounded-full border-2 border-ink"
              >
                <RadioGroup.Indicator className="block size-full bg-ink" />
              </span>
              {option.label}
            </span>
            {option.note ? (
              <span className="block pt-1 text-sm font-normal text-soft">{option.note}</span>
            ) : null}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {problem ? (
        <p className="pt-1 text-sm font-bold text-oxide">
          ▲ {problem.message}{" "}
          {problem.expected ? (
            <span className="font-normal">Right: {problem.expected}.</span>
          ) : null}
        </p>
      ) : null}
    </div>
  );
}
