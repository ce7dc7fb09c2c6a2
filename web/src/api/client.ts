/** Talking to the server: JSON, and problems as errors with fields. */
import { deviceCopy } from "./device";
import type {
  Bench,
  Choices,
  Crib,
  JobSummary,
  PlanDraft,
  PlanSheet,
  ProblemField,
  Slate,
  SlateDraft,
  Source,
  TableHead,
  TableView,
  Early,
  LastPlan,
} from "./types";

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly fields: ProblemField[],
  ) {
    super(detail);
  }

  /** What is wrong with one entry, in words; empty when nothing is. */
  at(name: string): ProblemField | undefined {
    return this.fields.find((field) => field.name === name || field.name.endsWith(`.${name}`));
  }
}

/** No answer: the network or the server is away. Nothing was refused. */
export class AwayError extends Error {}

const AWAY = [502, 503, 504];

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new AwayError("No answer from the server.");
  }
  if (AWAY.includes(response.status)) throw new AwayError("The server is away.");
  deviceCopy.set(response.headers.get("x-from-device") === "1");
  const body = await response.json().catch(() => ({}));
  if (!response.ok) {
    throw new ProblemError(
      response.status,
      body.title ?? "Error",
      body.detail ?? response.statusText,
      body.fields ?? [],
    );
  }
  return body as T;
}

export function send<T>(path: string, body: unknown, signal?: AbortSignal): Promise<T> {
  return ask<T>(path, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
    signal,
  });
}

export const getJobs = () => ask<JobSummary[]>("/api/jobs");
export const getJob = (id: string) => ask<Bench>(`/api/jobs/${id}`);
export const getChoices = () => ask<Choices>("/api/plant");
export const getSources = () => ask<Record<string, Source>>("/api/sources");
export const getTables = () => ask<TableHead[]>("/api/tables");
export const getTable = (id: string) => ask<TableView>(`/api/tables/${id}`);
export const getCrib = () => ask<Crib>("/api/crib");
export const workOut = (variants: SlateDraft[]) => send<Slate>("/api/slate", { variants });
export const previewPlan = (draft: PlanDraft) => send<PlanSheet>("/api/plan", draft);
export const earlyPlan = (draft: PlanDraft) => send<Early>("/api/plan/early", draft);
export const lastPlan = (position: string) =>
  ask<LastPlan | null>(`/api/positions/${encodeURIComponent(position)}/last-plan`);

/** An id that nobody else makes; works without a secure context too. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
