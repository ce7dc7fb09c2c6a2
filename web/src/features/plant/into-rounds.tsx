/** A bearing that runs already is given into keeping: a job of its own, opened here. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { ProblemError, newId, openKeeping } from "../../api";
import { Button, useSettings } from "../../ui";

export function IntoRounds({ position }: { position: string }) {
  const { actor } = useSettings();
  const navigate = useNavigate();
  const [problem, setProblem] = useState("");
  const open = () => {
    openKeeping(newId(), actor, [position]).then(
      ({ id }) => navigate(`/jobs/${id}`),
      (error: Error) => setProblem(error instanceof ProblemError ? error.detail : error.message),
    );
  };
  return (
    <div className="space-y-2">
      <Button kind="main" data-main onClick={open}>
        Put it into the rounds
      </Button>
      {problem ? (
        <p role="alert" className="font-bold text-oxide">
          ▲ {problem}
        </p>
      ) : null}
    </div>
  );
}
