/**
 * What a person set and the server does not know yet, by person: kept on this device until it does.
 */
const KEY = "tribodex.settings-unsent";

type Chosen = Record<string, string>;

function read(): Record<string, Chosen> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "{}") as Record<string, Chosen>;
  } catch {
    return {};
  }
}

function keep(person: string, chosen: Chosen): void {
  const all = Object.entries({ ...read(), [person]: chosen });
  const waiting = all.filter(([, left]) => Object.keys(left).length > 0);
  localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(waiting)));
}

export const unsentOf = (person: string): Chosen => read()[person] ?? {};

export const waits = (person: string, chosen: Chosen): void =>
  keep(person, { ...unsentOf(person), ...chosen });

/** The server has it; what was chosen otherwise meanwhile still waits. */
export function arrived(person: string, sent: Chosen): void {
  const left = Object.entries(unsentOf(person)).filter(([name, value]) => sent[name] !== value);
  keep(person, Object.fromEntries(left));
}
