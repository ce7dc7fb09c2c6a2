/**
 * How a form ends that keeps something for everybody: why it is changed, what is wrong, and the
 * button.
 */
import type { ProblemError } from "../api";
import { Button, TextField } from "./controls";
import { Say } from "./say";

export function FormEnd(props: {
  change: boolean;
  what: string;
  example: string;
  reason: string;
  onReason: (reason: string) => void;
  problem: ProblemError | null;
}) {
  const { change, what, example, reason, onReason, problem } = props;
  return (
    <>
      {change ? (
        <TextField
          label="Why it is changed"
          value={reason}
          placeholder={example}
          problem={problem?.at("reason")}
          onChange={(event) => onReason(event.target.value)}
        />
      ) : null}
      {problem ? (
        <p role="alert" className="border-2 border-oxide px-3 py-2 font-bold text-oxide">
          ▲ <Say>{problem.detail}</Say>{" "}
          <span className="font-normal text-ink">Nothing was lost.</span>
        </p>
      ) : null}
      <div>
        <Button kind="main" type="submit">
          {change ? `Keep the changed ${what}` : `Keep the ${what}`}
        </Button>
      </div>
    </>
  );
}
