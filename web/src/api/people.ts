/**
 * Who is at this device. What each person may do, and the secret that their taps carry, is kept
 * here from when they signed in: without a
 * network a switch goes by the name alone, and says so.
 */
import type { In, Me } from "./types";

export interface DevicePerson {
  me: Me;
  /** The secret that taps of this person carry on this device. */
  tap: string;
  /** Whether the server knows that it is this person: by password or PIN. */
  checked: boolean;
}

interface Kept {
  current: string;
  site: string;
  people: DevicePerson[];
}

type Listener = () => void;

const KEY = "tribodex.people";
const ACTIVE = "tribodex.active";
const NOBODY: Kept = { current: "", site: "", people: [] };

class People {
  private kept: Kept = read();
  private over = false;
  private away = false;
  private readonly listeners = new Set<Listener>();

  constructor() {
    window.addEventListener("storage", (event) => {
      if (event.key !== KEY) return;
      this.kept = read();
      this.tell();
    });
    // The screen was quiet for too long before this touch: whoever touches it now says who it is
    // with the next tap.
    for (const kind of ["pointerdown", "keydown"])
      window.addEventListener(kind, () => this.touched(), { capture: true });
  }

  subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): Kept => this.kept;
  current = (): DevicePerson | undefined =>
    this.kept.people.find(({ me }) => me.id === this.kept.current);
  currentName = (): string => this.current()?.me.name ?? "";
  sessionOver = (): boolean => this.over;
  of = (account: string): DevicePerson | undefined =>
    this.kept.people.find(({ me }) => me.id === account);
  byName = (name: string): DevicePerson | undefined =>
    this.kept.people.find(({ me }) => me.name === name);

  /** The site that is looked at: the chosen one where the person may read it, else the first. */
  site = (): Me["sites"][number] | undefined => {
    const sites = this.current()?.me.sites ?? [];
    return sites.find(({ id }) => id === this.kept.site) ?? sites[0];
  };

  may = (right: Me["sites"][number]["rights"][number]): boolean =>
    this.site()?.rights.includes(right) ?? false;

  /** Somebody came in. */
  entered({ me, tap }: In): void {
    this.over = false;
    this.away = false;
    this.active();
    const others = this.kept.people.filter((one) => one.me.id !== me.id);
    this.keep({ ...this.kept, current: me.id, people: [...others, { me, tap, checked: true }] });
  }

  /**
   * What the server says of who is signed in; of a person that this page does not know it is a
   * session of another page of this device.
   */
  heard(me: Me): void {
    this.setOver(false);
    const known = this.of(me.id);
    if (JSON.stringify(known?.me) === JSON.stringify(me) && this.kept.current === me.id) return;
    const others = this.kept.people.filter((one) => one.me.id !== me.id);
    // Without a network somebody took the device by the name alone: that stays until the PIN is
    // there.
    const current = this.current()?.checked === false ? this.kept.current : me.id;
    this.keep({
      ...this.kept,
      current,
      people: [...others, { tap: "", ...known, me, checked: known?.checked ?? true }],
    });
  }

  /**
   * Another person takes the device without a network: by the name alone, for as long as the
   * session here lasts.
   */
  takeUnchecked(account: string): void {
    const taken = this.of(account);
    if (!taken || !inTime(taken)) return;
    this.active();
    const people = this.kept.people.map((one) =>
      one === taken ? { ...one, checked: false } : one,
    );
    this.keep({ ...this.kept, current: account, people });
  }

  /** Whoever is here signed out, or that person's session is over: taps that wait keep waiting. */
  left(account: string): void {
    const current = this.kept.current === account ? "" : this.kept.current;
    this.keep({
      ...this.kept,
      current,
      people: this.kept.people.filter(({ me }) => me.id !== account),
    });
  }

  ended(): void {
    this.setOver(true);
  }

  private setOver(over: boolean): void {
    if (this.over === over) return;
    this.over = over;
    // Whoever shows it looks at another snapshot only.
    this.kept = { ...this.kept };
    this.tell();
  }

  choose(site: string): void {
    document.cookie = `tribodex_site=${encodeURIComponent(site)}; path=/; SameSite=Lax`;
    this.keep({ ...this.kept, site });
  }

  /** People who may take this device without a network. */
  inTime = (): DevicePerson[] => this.kept.people.filter(inTime);

  /**
   * Whether the next tap waits for the PIN: the screen was quiet for longer than the site allows.
   */
  quiet(): boolean {
    return this.away;
  }

  active(): void {
    this.away = false;
    localStorage.setItem(ACTIVE, String(Date.now()));
  }

  private touched(): void {
    const person = this.current();
    const last = Number(localStorage.getItem(ACTIVE) ?? Date.now());
    const limit = (this.site()?.quiet_min ?? 30) * 60_000;
    if (person && person.me.has_pin && !person.me.one_tap && Date.now() - last > limit)
      this.away = true;
    localStorage.setItem(ACTIVE, String(Date.now()));
  }

  private keep(kept: Kept): void {
    this.kept = kept;
    try {
      localStorage.setItem(KEY, JSON.stringify(kept));
    } catch {
      // A device without room asks again after the next reload.
    }
    this.tell();
  }

  private tell(): void {
    this.listeners.forEach((listener) => listener());
  }
}

const inTime = ({ me, tap }: DevicePerson) => Boolean(tap) && Date.parse(me.until) > Date.now();

function read(): Kept {
  try {
    return { ...NOBODY, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Kept>) };
  } catch {
    return NOBODY;
  }
}

export const people = new People();

/**
 * What a page sends with every request: the site that is looked at, and with a write the seal of
 * its session.
 */
export function carried(writes: boolean): Record<string, string> {
  const site = people.site()?.id;
  const seal = /(?:^|; )tribodex_seal=([^;]*)/.exec(document.cookie)?.[1];
  return {
    ...(site ? { "Tribodex-Site": site } : {}),
    ...(writes && seal ? { "Tribodex-Seal": seal } : {}),
  };
}
