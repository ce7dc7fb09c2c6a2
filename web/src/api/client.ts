/** Talking to the server: JSON, and problems as errors with fields. */
import { deviceCopy } from "./device";
import { carried } from "./people";
import { steadily } from "./steady";
import type {
  Bench,
  Choices,
  MachinePage,
  BlankKind,
  HalfPlan,
  Crib,
  FailureBook,
  JobSummary,
  AsListed,
  LineDrawing,
  Otherwise,
  ChainView,
  LogLine,
  Outline,
  PlanDraft,
  PlanSheet,
  ProblemField,
  SheetAnswer,
  ShoulderDraft,
  FittedDraft,
  FittedSheet,
  InsertDraft,
  InsertSheet,
  FollowerDraft,
  FollowerSheet,
  ShoulderSheet,
  CartridgeOrder,
  CartridgeSheet,
  Duty,
  LockChoice,
  UnitDraft,
  UnitSheet,
  SheetHead,
  Variants,
  VariantDraft,
  PlaceFigures,
  Source,
  Disagreement,
  TableHead,
  TableView,
  Early,
  LastPlan,
  PositionView,
  Rounds,
  Superseded,
  Used,
  Walk,
} from "./types";

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly fields: ProblemField[],
    /** Which problem it is, as the server calls it. */
    readonly kind = "",
  ) {
    super(detail);
  }

  /** What is wrong with one entry, in words; empty when nothing is. */
  at(name: string): ProblemField | undefined {
    return this.fields.find((field) => field.name === name || field.name.endsWith(`.${name}`));
  }

  /** The same without what was put right; null where nothing is wrong any more. */
  without(names: readonly string[]): ProblemError | null {
    const left = this.fields.filter(
      ({ name }) => !names.some((one) => name === one || name.endsWith(`.${one}`)),
    );
    if (left.length === this.fields.length) return this;
    return left.length > 0
      ? new ProblemError(this.status, this.title, this.detail, left, this.kind)
      : null;
  }
}

/**
 * No answer that counts, and why in words. Nothing was refused: the same again later may well be
 * taken.
 */
export class AwayError extends Error {
  constructor(
    readonly why: string,
    /** How long the server asked to wait. */
    readonly waitMs = 0,
  ) {
    super(why);
  }
}

/** Nobody is signed in, or not any more: what waits keeps waiting. */
export class SignInError extends AwayError {}

/** Says which server (its database) answered, and which one a tap is meant for. */
const SERVER = "tribodex-server";
/** Said by ours before it knows its database. */
const UNNAMED = "-";
const FROM_DEVICE = "x-from-device";
const KEPT_AS = "tribodex.server";
const serverListeners = new Set<() => void>();
let server = localStorage.getItem(KEPT_AS) ?? "";

/** The server at this address, as it last called itself; empty until it first answered. */
export const serverHere = {
  id: () => server,
  subscribe: (listener: () => void) => {
    serverListeners.add(listener);
    return () => serverListeners.delete(listener);
  },
};

/**
 * Whether an answer is this server's own, or this device's copy of one; anything else stands in its
 * place, whatever it looks like.
 */
const isOurs = ({ headers }: Response) => headers.has(SERVER) || headers.has(FROM_DEVICE);

function heardFrom(response: Response): void {
  const said = response.headers.get(SERVER);
  if (!said || said === UNNAMED || said === server || response.headers.has(FROM_DEVICE)) return;
  server = said;
  localStorage.setItem(KEPT_AS, said);
  serverListeners.forEach((listener) => listener());
}

const LIMIT_MS = 12_000;
const PROBLEM = "application/problem+json";
// The rules of the job, or a request that can never be taken: asking again gives the same answer.
const REFUSALS = [400, 404, 405, 409, 413, 415, 422, 429];
// Of who is signed in: not whether, but what that person may do.
const NOT_OPEN = ["not-yours", "pin-needed", "new-password", "no-rule"];

const IN_ITS_PLACE = "Something between this device and the server answers in its place.";

/** What an answer is that is no answer of this server, or one that asks for patience. */
function away(response: Response, ours: { title?: string } | null): AwayError {
  const seconds = Number(response.headers.get("retry-after"));
  const waitMs = Number.isFinite(seconds) ? Math.min(Math.max(seconds, 0), 60) * 1000 : 0;
  if (ours?.title) return new AwayError(`${ours.title}.`, waitMs);
  const { status } = response;
  if (status === 401 || status === 403)
    return new AwayError(`Sign in needed: the way to the server answered ${status}.`);
  if (status === 429) return new AwayError("The server asks for a pause.", waitMs);
  if (status >= 500) return new AwayError(`The server is away (${status}).`, waitMs);
  return new AwayError(IN_ITS_PLACE, waitMs);
}

/**
 * What an answer changes on the screen waits while a finger is down: it would shift what is under
 * it.
 */
export const ask = <T>(path: string, init: RequestInit = {}): Promise<T> =>
  hear<T>(path, init).finally(() => new Promise<void>(steadily));

async function hear<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response;
  let text: string;
  const limit = AbortSignal.timeout(LIMIT_MS);
  try {
    const signal = init.signal ? AbortSignal.any([init.signal, limit]) : limit;
    const headers = { ...carried((init.method ?? "GET") !== "GET"), ...(init.headers as object) };
    response = await fetch(path, { ...init, headers, signal });
    text = await response.text();
    heardFrom(response);
  } catch {
    throw new AwayError(limit.aborted ? "The server does not answer in time." : "No network.");
  }
  const type = response.headers.get("content-type") ?? "";
  const body = parsed(text);
  if (response.status === 204 && isOurs(response)) return null as T;
  if (response.ok) {
    if (!isOurs(response) || !type.startsWith("application/json") || body === undefined)
      throw new AwayError(IN_ITS_PLACE);
    deviceCopy.set(response.headers.get(FROM_DEVICE) === "1");
    return body as T;
  }
  const ours =
    isOurs(response) && type.startsWith(PROBLEM) && body ? (body as Partial<ProblemError>) : null;
  const kind = ((ours as { type?: string } | null)?.type ?? "").split("/").at(-1) ?? "";
  if (kind === "sign-in")
    throw new SignInError("Nobody is signed in on this device, or not any more.");
  if (!ours || (!REFUSALS.includes(response.status) && !NOT_OPEN.includes(kind)))
    throw away(response, ours);
  throw new ProblemError(
    response.status,
    ours.title ?? "Error",
    ours.detail ?? response.statusText,
    ours.fields ?? [],
    kind,
  );
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** A tap: acknowledged only by an answer that says how far the log has come. */
export async function sendTap(
  job: string,
  show: string,
  tap: unknown,
  by: { server?: string; token?: string; unchecked?: boolean } = {},
): Promise<Bench> {
  // Heard at once, finger down or not: what is shown of it waits in the outbox.
  const headers = {
    ...(by.server ? { [SERVER]: by.server } : {}),
    ...(by.token ? { "Tribodex-Tap": by.token } : {}),
    ...(by.unchecked ? { "Tribodex-Pin": "not checked" } : {}),
  };
  const tapped = posted(tap, { headers });
  const bench = await hear<Bench>(`/api/jobs/${job}/taps${show}`, tapped);
  if (!Number.isInteger(bench.last_seq)) throw new AwayError(IN_ITS_PLACE);
  return bench;
}

/**
 * The newest entry of a job, where a screen does not show it yet; null where there is nothing new.
 * Asked every second, so it is small.
 */
export async function getNewest(
  job: string,
  seen: number,
  signal: AbortSignal,
): Promise<number | null> {
  const answer = await fetch(`/api/jobs/${job}/newest?seen=${seen}`, { signal, cache: "no-store" });
  if (answer.status === 204) return null;
  if (!answer.ok) throw new AwayError(String(answer.status));
  return ((await answer.json()) as { seq: number }).seq;
}

export function send<T>(path: string, body: unknown, init: RequestInit = {}): Promise<T> {
  return ask<T>(path, posted(body, init));
}

const posted = (body: unknown, init: RequestInit): RequestInit => ({
  method: "POST",
  ...init,
  headers: { "Content-Type": "application/json", ...init.headers },
  body: JSON.stringify(body),
});

export const JOBS_PAGE = 50;

/** A page of jobs, newest change first, after one that was shown. */
export function getJobs(
  live: boolean,
  words = "",
  after?: JobSummary,
  who = "",
): Promise<JobSummary[]> {
  const asked = new URLSearchParams({ live: String(live), limit: String(JOBS_PAGE) });
  if (who) asked.set("who", who);
  if (words.trim()) asked.set("words", words.trim());
  if (after) {
    asked.set("after_time", after.updated_at);
    asked.set("after_number", String(after.number));
  }
  return ask<JobSummary[]>(`/api/jobs?${asked}`);
}

/** `show` names the task to look at, as a query; empty: what is next. */
export const getJob = (id: string, show = "") => ask<Bench>(`/api/jobs/${id}${show}`);
export const getOutline = (id: string) => ask<Outline>(`/api/jobs/${id}/outline`);
export const compareListed = (position: string, planned: string) =>
  ask<AsListed>(`/api/positions/${position}/compared?${new URLSearchParams({ planned })}`);
export const getToday = (id: string) => ask<Otherwise[]>(`/api/jobs/${id}/today`);
export const getSuperseded = (id: string) => ask<Superseded[]>(`/api/jobs/${id}/superseded`);
export const getChain = (id: string) => ask<ChainView>(`/api/jobs/${id}/chain`);
export const getShaft = (id: string) => ask<LineDrawing>(`/api/jobs/${id}/shaft`);
export const getFigures = (id: string, show = "") =>
  ask<PlaceFigures>(`/api/jobs/${id}/figures${show}`);
export const getLog = (id: string, before: number) =>
  ask<LogLine[]>(`/api/jobs/${id}/log?before=${before}`);
export const getPeople = () => ask<string[]>("/api/people");
/**
 * What a planner chooses from: a large plant comes in pages, and is whole only with the last of
 * them.
 */
export async function getChoices(): Promise<Choices> {
  const whole = await ask<Choices>("/api/plant");
  while (whole.more_after) {
    const after = new URLSearchParams({ after: whole.more_after });
    const page = await ask<MachinePage>(`/api/plant/machines?${after}`);
    whole.machines.push(...page.machines);
    whole.more_after = page.more_after;
  }
  return whole;
}
export const getSources = () => ask<Record<string, Source>>("/api/sources");
export const getWays = () => ask<Disagreement[]>("/api/ways");
export const getTables = () => ask<TableHead[]>("/api/tables");
export const getTable = (id: string) => ask<TableView>(`/api/tables/${id}`);
/** Jobs that rest on an earlier version of a row or a card. */
export const getUsed = (path: string) => ask<Used>(`${path}/used`);
export const getCrib = () => ask<Crib>("/api/crib");
export interface RoundsAsked {
  week?: number | null;
  route?: string;
  crew?: string;
  only?: "" | "late" | "over";
}
export function getRounds({ week, route, crew, only }: RoundsAsked): Promise<Rounds> {
  const asked = new URLSearchParams();
  if (week !== null && week !== undefined) asked.set("week", String(week));
  for (const [name, value] of Object.entries({ route, crew, only }))
    if (value) asked.set(name, value);
  return ask<Rounds>(`/api/rounds?${asked}`);
}
export const moveStop = (
  actor: string,
  position: string,
  week: number,
  to: number,
  reason: string,
) =>
  send<Rounds>("/api/stop-moves", {
    client_event_id: newId(),
    actor,
    happened_at: new Date().toISOString(),
    position,
    week,
    to,
    reason,
  });
export const getWalk = (id: string) => ask<Walk>(`/api/rounds/${id}`);
export const getPosition = (id: string) =>
  ask<PositionView>(`/api/positions/${encodeURIComponent(id)}`);
/**
 * Open a round of a week without some of its positions; the answer is the round as it is walked.
 */
export const openRound = (id: string, actor: string, asked: RoundsAsked, without: string[] = []) =>
  send<Walk>(`/api/rounds/${id}`, {
    client_event_id: `${id}-open`,
    actor,
    happened_at: new Date().toISOString(),
    week: asked.week ?? null,
    route: asked.route ?? "",
    crew: asked.crew ?? "",
    without,
  });
export const openKeeping = (id: string, actor: string, positions: string[]) =>
  send<{ id: string }>(`/api/keeping/${id}`, {
    client_event_id: `${id}-open`,
    actor,
    happened_at: new Date().toISOString(),
    positions,
  });
export const openSeal = (id: string, actor: string, position: string) =>
  send<{ id: string }>(`/api/seals/${id}`, {
    client_event_id: `${id}-open`,
    actor,
    happened_at: new Date().toISOString(),
    position,
  });
export const getFailureBook = () => ask<FailureBook>("/api/failure-marks");
export const getSheets = () => ask<SheetHead[]>("/api/calculator/sheets");
export const workSheet = (id: string, given: Record<string, string>, shown: "mm" | "in") =>
  send<SheetAnswer>(`/api/calculator/sheets/${id}`, { given, shown });
export const workOut = (variants: VariantDraft[]) =>
  send<Variants>("/api/calculator", { variants });
export const previewPlan = (draft: PlanDraft) => send<PlanSheet>("/api/plan", draft);
export const previewShoulder = (draft: ShoulderDraft) =>
  send<ShoulderSheet>("/api/plan/shouldered", draft);
export const previewInsert = (draft: InsertDraft) => send<InsertSheet>("/api/plan/insert", draft);
export const previewFollower = (draft: FollowerDraft) =>
  send<FollowerSheet>("/api/plan/follower", draft);
export const previewFitted = (draft: FittedDraft) => send<FittedSheet>("/api/plan/fitted", draft);
export const previewUnit = (draft: UnitDraft) => send<UnitSheet>("/api/plan/unit", draft);
export const previewCartridge = (order: CartridgeOrder) =>
  send<CartridgeSheet>("/api/plan/cartridge", order);
export const weighLocks = (duty: Duty) => send<LockChoice>("/api/plan/unit/locks", duty);
export const earlyPlan = (draft: PlanDraft) => send<Early>("/api/plan/early", draft);
export const getBlankKinds = () => ask<BlankKind[]>("/api/blank-sheets");
export const getHalfPlans = () => ask<HalfPlan[]>("/api/half-plans");
export const getHalfPlan = (id: string) => ask<HalfPlan>(`/api/half-plans/${id}`);
export const keepHalfPlan = (
  id: string,
  plan: Pick<HalfPlan, "work" | "about" | "form" | "actor" | "edition">,
) => send<HalfPlan>(`/api/half-plans/${id}`, plan, { method: "PUT" });
export const dropHalfPlan = (id: string) =>
  ask<HalfPlan[]>(`/api/half-plans/${id}`, { method: "DELETE" });

export const lastPlan = (position: string) =>
  ask<LastPlan | null>(`/api/positions/${encodeURIComponent(position)}/last-plan`);

/** A picture or sheet of a job: re-encoded and kept by the server; the answer names it. */
export async function sendAttachment(
  id: string,
  file: Blob,
): Promise<{ id: string; kind: "photo" | "sheet" | "voice" }> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = "";
  for (let i = 0; i < bytes.length; i += 0x8000)
    text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return send(`/api/jobs/${id}/attachments`, { file: btoa(text) });
}

/** An id that nobody else makes; works without a secure context too. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
