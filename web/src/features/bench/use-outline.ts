/**
 * The words of a job that stay the same from tap to tap: names of its stages, their steps and
 * cautions.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { getOutline, type Bench, type Outline, type OutlinedTask } from "../../api";

type Stage = Outline["stages"][number];

export interface Words {
  /** False when this device never had them and cannot fetch them now. */
  known: boolean;
  stages: Stage[];
  stage: (id: string) => Stage | undefined;
  /** A stage as it is done at a place. */
  task: (stage: string, at: string) => OutlinedTask | undefined;
  standingAbove: string[];
}

/** Fetched once, beside the job; again only when the bench names another outline. */
export function useOutline(id: string, bench: Bench | undefined): Words {
  const queries = useQueryClient();
  const { data, isError } = useQuery({
    queryKey: ["outline", id],
    queryFn: () => getOutline(id),
    staleTime: Infinity,
  });
  const behind = data !== undefined && bench !== undefined && data.mark !== bench.outline;
  useEffect(() => {
    if (behind) void queries.invalidateQueries({ queryKey: ["outline", id] });
  }, [behind, bench?.outline, id, queries]);
  const stages = data?.stages ?? [];
  const tasks = stages.flatMap((stage) => stage.tasks);
  return {
    known: data !== undefined || !isError,
    stages,
    stage: (wanted) => stages.find((stage) => stage.id === wanted),
    task: (stage, at) => tasks.find((task) => task.stage === stage && task.at === at),
    standingAbove: data?.standing_above ?? [],
  };
}
