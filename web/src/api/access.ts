/** The way in and out, people and sites, and who did what. */
import { ask, newId, send } from "./client";
import { people } from "./people";
import type {
  Act,
  Board,
  Door,
  In,
  LetIn,
  LinkView,
  LookedView,
  Me,
  Persons,
  SessionView,
  Site,
} from "./types";

/** Somebody comes in by one of the ways; the device knows that person from then on. */
async function enter(path: string, body: unknown): Promise<Me> {
  const entered = await send<In>(path, body);
  people.entered(entered);
  return entered.me;
}

export const getDoor = () => ask<Door>("/api/door");
export const getMe = () => ask<Me>("/api/me");
export const signIn = (handle: string, password: string) =>
  enter("/api/sign-in", { handle, password });
export const firstRun = (given: {
  name: string;
  handle: string;
  password: string;
  pin: string;
  site: string;
}) => enter("/api/first-run", given);
export const switchTo = (account: string, pin = "") => enter("/api/switch", { account, pin });
const LEFT_AT = "tribodex.left-at";
/** Away to the site's own sign-on; the page is left. */
export async function goToSignOn(): Promise<void> {
  const { address } = await send<{ address: string }>("/api/single-sign-on/begin", {});
  const { pathname, search } = window.location;
  sessionStorage.setItem(LEFT_AT, pathname + search);
  window.location.assign(address);
}
export const comeBack = (code: string, state: string) =>
  enter("/api/single-sign-on", { code, state });
/** Where the page was before it was left for the sign-on. */
export function leftAt(): string {
  const path = sessionStorage.getItem(LEFT_AT) ?? "/";
  return path.startsWith("/") && !path.startsWith("//") && !path.startsWith("/single-sign-on")
    ? path
    : "/";
}
export async function signOut(): Promise<void> {
  const here = people.current()?.me.id ?? "";
  await ask("/api/sign-out", {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: "{}",
  });
  people.left(here);
}
/** Somebody stands by a tap with the own PIN. */
export const prove = (account: string, pin: string, tap: string) =>
  send<null>("/api/proofs", { account, pin, client_event_id: tap });

const heard = (me: Me) => {
  people.heard(me);
  return me;
};
export const keepSettings = (settings: Record<string, string>) =>
  send<Me>("/api/me/settings", { settings }, { method: "PUT" }).then(heard);
export const chooseSecrets = (old: string, password: string, pin: string) =>
  send<Me>("/api/me/secrets", { old, password, pin }).then(heard);
export const getSessions = () => ask<SessionView[]>("/api/me/sessions");
export const endSession = (id: string) =>
  ask<SessionView[]>(`/api/me/sessions/${id}`, { method: "DELETE" });
export const getLinks = () => ask<LinkView[]>("/api/me/links");
export const makeLink = (kind: "calendar" | "metrics", name: string) =>
  send<LinkView[]>("/api/me/links", { kind, name });
export const endLink = (id: string) => ask<LinkView[]>(`/api/me/links/${id}`, { method: "DELETE" });

export const getPersons = () => ask<Persons>("/api/persons");
export interface PersonTyped {
  name: string;
  handle: string;
  rights: Record<string, string[]>;
  works_under: string;
}
export const addPerson = (typed: PersonTyped) => send<LetIn>("/api/persons", typed);
export const changePerson = (id: string, typed: PersonTyped) =>
  send<Persons>(`/api/persons/${id}`, typed, { method: "PUT" });
export const letIn = (id: string) => send<LetIn>(`/api/persons/${id}/let-in`, {});
export const leave = (id: string) => send<Persons>(`/api/persons/${id}/leave`, {});
export const getEverySession = () => ask<SessionView[]>("/api/every-session");
export const endAnySession = (id: string) =>
  ask<SessionView[]>(`/api/every-session/${id}`, { method: "DELETE" });
export const keepSite = ({ id, ...site }: Site) =>
  id
    ? send<Persons>(`/api/sites/${id}`, site, { method: "PUT" })
    : send<Persons>("/api/sites", site);
export const getActs = (person: string, before?: number) => {
  const asked = new URLSearchParams({ person, ...(before ? { before: String(before) } : {}) });
  return ask<Act[]>(`/api/acts?${asked}`);
};
export const getBoard = () => ask<Board>("/api/board");
export const getLooked = (job: string) => ask<LookedView[]>(`/api/jobs/${job}/looked`);
export const sayLooked = (job: string, seq: number) =>
  send<LookedView[]>(`/api/jobs/${job}/looked`, { seq });
export { newId };
