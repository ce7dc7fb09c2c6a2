/** A stop goes to another week: which, and why; the record keeps who moved it. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { moveStop, ProblemError, type Rounds } from "../../api";
import { Button, SelectField, TextField, useSettings } from "../../ui";

export function MoveStop(props: {
  stop: Rounds["stops"][number];
  weeks: Rounds["weeks"];
  onDone: () => void;
}) {
  const { stop, weeks, onDone } = props;
  const { actor } = useSettings();
  const cache = useQueryClient();
  const [to, setTo] = useState("");
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState("");
  const move = () =>
    moveStop(actor, stop.position_id, stop.week, Number(to), reason).then(
      async () => {
        await cache.invalidateQueries({ queryKey: ["rounds"] });
        onDone();
      },
      (error: Error) => setProblem(error instanceof ProblemError ? error.detail : error.message),
    );
  return (
    <form
      aria-label={`Move ${stop.machine}, ${stop.position}`}
      className="w-full space-y-3 border-l-4 border-dye py-2 pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void move();
      }}
    >
      <SelectField
        label="To the week of"
        value={to}
        onChange={(event) => setTo(event.target.value)}
      >
        <option value="">choose a week</option>
        {weeks
          .filter(({ week }) => week !== stop.week)
          .map(({ week, begins }) => (
            <option key={week} value={week}>
              {begins}
              {week === 0 ? " (this week)" : ""}
            </option>
          ))}
      </SelectField>
      <TextField
        label="Why"
        placeholder="machine runs through, no access"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      {problem ? (
        <p role="alert" className="font-bold text-oxide">
          ▲ {problem}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button type="submit" disabled={to === "" || !reason.trim()}>
          Move it
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
