/**
 * The end of every plan: why, who, what was wrong, and the button that opens the job; or it is kept
 * half done.
 */
import { Button, TextField } from "../../ui";
import type { Opening } from "./use-opening";

export interface OpenFieldsProps {
  opening: Opening;
  /** Changing the plan of a job: the reason takes the place of the title. */
  why?: { reason: string; onReason: (reason: string) => void };
  /** What is wrong is said here too where it is about another bearing than the one in the form. */
  spell?: boolean;
  onKeep?: () => void;
}

export function OpenFields({ opening, why, spell = false, onKeep }: OpenFieldsProps) {
  const { problem, away } = opening;
  return (
    <>
      {why ? (
        <TextField
          label="Why the plan changes"
          value={why.reason}
          onChange={(event) => {
            why.onReason(event.target.value);
            opening.mended("reason");
          }}
          problem={problem?.at("reason")}
        />
      ) : (
        <TextField
          label="Why this job (optional)"
          value={opening.title}
          onChange={(event) => opening.setTitle(event.target.value)}
        />
      )}
      {problem ? (
        <div role="alert" tabIndex={-1} className="border-2 border-oxide p-3">
          <p className="font-bold text-oxide">▲ {problem.detail} Nothing was lost.</p>
          {spell || problem.fields.length > 1
            ? problem.fields.map((field) => (
                <p key={field.name} className="text-sm">
                  {field.message}
                </p>
              ))
            : null}
        </div>
      ) : null}
      {away ? (
        <p role="alert" tabIndex={-1} className="border-2 border-oxide p-3">
          No answer from the server. What you entered stays here; press again when the network is
          back.
        </p>
      ) : null}
      <Button kind="main" type="submit" className="w-full text-lg" data-main>
        {why ? "Take the changed plan" : "Open the job at the bench"}
      </Button>
      {onKeep ? (
        <div>
          <Button className="w-full" onClick={onKeep}>
            Keep it half done
          </Button>
          <p role="status" className="min-h-6 pt-1 text-sm">
            {opening.kept}
          </p>
        </div>
      ) : null}
    </>
  );
}
