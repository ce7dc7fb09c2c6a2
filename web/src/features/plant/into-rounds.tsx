/** Jobs that are opened at a position without a mounting: into the rounds, a large shaft seal. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { ProblemError, newId, openKeeping, openSeal } from "../../api";
import { Button, useSettings } from "../../ui";

type Open = (id: string, actor: string) => Promise<{ id: string }>;

export const IntoRounds = ({ position }: { position: string }) => (
  <OpenJob
    main
    words="Put it into the rounds"
    open={(id, actor) => openKeeping(id, actor, [position])}
  />
);

export const LargeSeal = ({ position }: { position: string }) => (
  <OpenJob
    words="Put a large shaft seal in here"
    open={(id, actor) => openSeal(id, actor, position)}
  />
);

function OpenJob({
  words,
  open: opening,
  main = false,
}: {
  words: string;
  open: Open;
  main?: boolean;
}) {
  const { actor } = useSettings();
  const navigate = useNavigate();
  const [problem, setProblem] = useState("");
  const open = () => {
    opening(newId(), actor).then(
      ({ id }) => navigate(`/jobs/${id}`),
      (error: Error) => setProblem(error instanceof ProblemError ? error.detail : error.message),
    );
  };
  return (
    <div className="space-y-2">
      <Button kind={main ? "main" : "plain"} data-main={main || undefined} onClick={open}>
        {words}
      </Button>
      {problem ? (
        <p role="alert" className="font-bold text-oxide">
          ▲ {problem}
        </p>
      ) : null}
    </div>
  );
}
