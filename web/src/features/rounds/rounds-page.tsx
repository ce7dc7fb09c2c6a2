/**
 * What is due over the plant: weeks with their load by crew, the stops of a week, a round opened
 * from them, a calendar.
 */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import {
  ProblemError,
  getRounds,
  newId,
  openRound,
  type Rounds,
  type RoundsAsked,
} from "../../api";
import { Button, ChoiceRow, useSettings } from "../../ui";
import { Calendar } from "./calendar";
import { Flags } from "./flags";
import { isTaken, StopTable } from "./stop-table";
import { WeekChoice, Weeks } from "./weeks";

export function RoundsPage() {
  const [asked, setAsked] = useState<RoundsAsked>({ week: 0, route: "", crew: "", only: "" });
  const rounds = useQuery({
    queryKey: ["rounds", asked],
    queryFn: () => getRounds(asked),
    placeholderData: keepPreviousData,
  });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const change = (more: Partial<RoundsAsked>) => {
    setAsked((before) => ({ ...before, ...more }));
    setLeft(new Set());
  };
  const found = rounds.data;
  const weeks = { week: asked.week ?? null, onWeek: (week: number) => change({ week, only: "" }) };
  return (
    <div className="space-y-6">
      <h1 className="text-2xl font-bold">Rounds</h1>
      {rounds.isError && !found ? (
        <p className="sheet p-4">
          The plan cannot be fetched now. A round that is open on this device goes on.
        </p>
      ) : null}
      {found && found.routes.length === 0 ? (
        <p className="sheet p-5">
          Nothing is due yet. A bearing comes into the rounds at the end of its job, under
          Aftercare: how it is greased again, and how often it is looked at.
        </p>
      ) : null}
      {found && found.routes.length > 0 ? (
        <div className="grid content-start gap-6 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)] lg:grid-rows-[auto_1fr]">
          <section aria-label="Weeks" className="space-y-4">
            <Flags
              found={found}
              only={asked.only ?? ""}
              onOnly={(only) => change({ only, week: only ? null : 0 })}
            />
            <div className="lg:hidden">
              <WeekChoice {...weeks} found={found} />
            </div>
            <div className="hidden lg:block">
              <Weeks {...weeks} found={found} />
            </div>
          </section>
          <section aria-label="Stops" className="min-w-0 space-y-4 lg:row-span-2">
            <ChoiceRow
              label="Route"
              value={asked.route ?? ""}
              onChange={(route) => change({ route })}
              options={["", ...found.routes].map((value) => ({ value, label: value || "all" }))}
            />
            {found.crews.length > 1 ? (
              <ChoiceRow
                label="Crew"
                value={asked.crew ?? ""}
                onChange={(crew) => change({ crew })}
                options={["", ...found.crews].map((value) => ({ value, label: value || "all" }))}
              />
            ) : null}
            {asked.only ? null : <Open asked={asked} left={left} found={found} />}
            <StopTable found={found} left={asked.only ? null : left} onLeft={setLeft} />
          </section>
          <Calendar crew={asked.crew ?? ""} route={asked.route ?? ""} />
        </div>
      ) : null}
    </div>
  );
}

function Open({
  asked,
  left,
  found,
}: {
  asked: RoundsAsked;
  left: ReadonlySet<string>;
  found: Rounds;
}) {
  const { actor } = useSettings();
  const navigate = useNavigate();
  const [problem, setProblem] = useState("");
  // What somebody else has done in the meantime is no longer there to be left out.
  const taken = found.stops.filter(isTaken);
  const out = found.stops.filter((stop) => left.has(stop.position_id) && !isTaken(stop)).length;
  const count = found.stops.length + found.more - out - taken.length;
  if (found.stops.length === 0) return <p>Nothing is due in this week.</p>;
  const open = () => {
    const without = new Set([...left, ...taken.map(({ position_id }) => position_id)]);
    openRound(newId(), actor, asked, [...without]).then(
      (walk) => navigate(`/rounds/${walk.id}`),
      (error: Error) => setProblem(error instanceof ProblemError ? error.detail : error.message),
    );
  };
  return (
    <div className="space-y-2">
      <Button kind="main" data-main disabled={count === 0} onClick={open}>
        Open a round of these {count} stop{count === 1 ? "" : "s"}
      </Button>
      {taken.length > 0 ? (
        <p className="text-soft">
          {taken.length} in an open round already: walk or sign that one first.
        </p>
      ) : null}
      {left.size > 0 ? (
        <p className="text-soft">{out} left out: what is due there stays due.</p>
      ) : null}
      {problem ? (
        <p role="alert" className="font-bold text-oxide">
          ▲ {problem}
        </p>
      ) : null}
    </div>
  );
}
