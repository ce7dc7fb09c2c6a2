/** Controls for gloved fingers: at least 48 px high. */
import type {
  ButtonHTMLAttributes,
  InputHTMLAttributes,
  ReactNode,
  SelectHTMLAttributes,
} from "react";
import { useId } from "react";
import type { ProblemField } from "../api";
import { Say } from "./say";

type Kind = "main" | "plain" | "quiet" | "stop";

const KINDS: Record<Kind, string> = {
  main: "px-4 bg-mark text-on-mark border-ink font-bold hover:brightness-95",
  plain: "px-4 bg-sheet text-ink border-ink hover:bg-wash",
  quiet: "border-transparent px-1 text-dye underline underline-offset-4 hover:bg-wash",
  stop: "px-4 bg-sheet text-oxide border-oxide font-bold hover:bg-wash",
};

export function Button({
  kind = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-12 items-center justify-center gap-2 rounded-sm border-2 py-2 text-center leading-tight disabled:opacity-55 ${KINDS[kind]} ${className}`}
      {...rest}
    />
  );
}

export const FIELD = "min-h-12 w-full rounded-sm border-2 border-ink bg-sheet px-3 py-2 text-ink";

export function Frame({
  label,
  hint,
  problem,
  id,
  onChoose,
  onMeant,
  children,
}: {
  label: string;
  hint?: ReactNode;
  problem?: ProblemField;
  id: string;
  onChoose?: (text: string) => void;
  onMeant?: () => void;
  children: ReactNode;
}) {
  // What is said as it was typed is the last one: it is no choice, it is meant or not.
  const choices = (problem?.meant ? problem.choices?.slice(0, -1) : problem?.choices) ?? [];
  return (
    <div>
      <label htmlFor={id} className="block pb-1 text-sm font-bold">
        {label}
      </label>
      {children}
      {hint && !problem ? (
        <p id={`${id}-hint`} className="pt-1 text-sm text-soft">
          {hint}
        </p>
      ) : null}
      {problem ? (
        <p id={`${id}-hint`} className="pt-1 text-sm font-bold text-oxide">
          ▲ <Say>{problem.message}</Say>{" "}
          {problem.expected ? (
            <span className="font-normal">
              Right: <Say>{problem.expected}</Say>.
            </span>
          ) : null}
        </p>
      ) : null}
      {problem && onChoose && (choices.length > 0 || (problem.meant && onMeant)) ? (
        <div
          role="group"
          aria-label={`What was meant: ${label}`}
          className="flex flex-wrap gap-2 pt-2"
        >
          {choices.map((choice) => (
            <Button key={choice} onClick={() => onChoose(choice)}>
              {choice}
            </Button>
          ))}
          {problem.meant && onMeant ? (
            <Button onClick={onMeant}>{problem.choices?.at(-1)} is meant</Button>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}

/**
 * A line of text. `onChoose`: readings that would make sense are offered as buttons, none of them
 * preferred.
 */
export function TextField({
  label,
  hint,
  problem,
  onChoose,
  onMeant,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  hint?: ReactNode;
  problem?: ProblemField;
  onChoose?: (text: string) => void;
  /** The number stands as it was typed: it was read back, and is meant. */
  onMeant?: () => void;
}) {
  const id = useId();
  return (
    <Frame
      label={label}
      hint={hint}
      problem={problem}
      id={id}
      onChoose={onChoose}
      onMeant={onMeant}
    >
      <input
        id={id}
        className={`${FIELD} ${problem ? "border-oxide" : ""}`}
        aria-invalid={Boolean(problem)}
        aria-describedby={hint || problem ? `${id}-hint` : undefined}
        autoComplete="off"
        {...rest}
      />
    </Frame>
  );
}

export function SelectField({
  label,
  hint,
  problem,
  children,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & {
  label: string;
  hint?: ReactNode;
  problem?: ProblemField;
}) {
  const id = useId();
  return (
    <Frame label={label} hint={hint} problem={problem} id={id}>
      <select
        id={id}
        className={`${FIELD} ${problem ? "border-oxide" : ""}`}
        aria-invalid={Boolean(problem)}
        aria-describedby={hint || problem ? `${id}-hint` : undefined}
        {...rest}
      >
        {children}
      </select>
    </Frame>
  );
}
