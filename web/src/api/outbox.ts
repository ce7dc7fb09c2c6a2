/**
 * Taps wait here until the server has acknowledged them. They are kept on this device, sent in
 * order, and each carries
 * an id of its own, so that a repeat is stored once. What waits belongs to who tapped it and to the
 * server it was tapped for:
 * nobody else sends it or loses it.
 */
import pRetry from "p-retry";
import { AwayError, ProblemError, SignInError, newId, sendTap, serverHere } from "./client";
import { Keeper, type RefusedTap, type Waiting } from "./keeper";
import { people } from "./people";
import { steadily } from "./steady";
import type { Bench, Command } from "./types";

export interface RefusedCommand {
  id: string;
  at: string;
  command: Command;
  problem: ProblemError;
  /** Fields that were said to be meant with it. */
  meant?: string[];
}

/** What a page shows of the taps of one job. */
export interface OutboxState {
  /** Taps of who is here that are not acknowledged yet. */
  waiting: number;
  /** The same, with the place each was tapped for. */
  taps: { at: string; command: Command }[];
  /** Why they are not, in words; empty while they are on their way. */
  away: string;
  /** On their way for longer than a moment. */
  slow: boolean;
  /** Taps of others that wait on this device, until they sign in again where `out`. */
  others: { actor: string; waiting: number; out: boolean }[];
  /** Taps that wait for somebody's PIN. */
  held: HeldTap[];
  /** Every tap that was refused, newest last. */
  refused: RefusedCommand[];
  /** False when this device keeps nothing once the page is closed. */
  lasting: boolean;
}

/**
 * A tap that waits for the PIN of somebody who stands by it; `quiet`: for that of who is here,
 * after a quiet screen.
 */
export interface HeldTap {
  id: string;
  job: string;
  account: string;
  name: string;
  kind: string;
  quiet: boolean;
}

type Listener = () => void;

const FIRST_RETRY_MS = 800;
const LAST_RETRY_MS = 15_000;
const SLOW_MS = 1_500;
/** A tap that is sent later than this has waited. */
const LIVE_MS = 5_000;
const NOTHING: OutboxState = {
  waiting: 0,
  taps: [],
  away: "",
  slow: false,
  others: [],
  held: [],
  refused: [],
  lasting: true,
};

/** Sending is stopped to begin at once anew: the network is back, or another person is here. */
class Woken extends Error {}

class Outbox {
  private actor = people.currentName();
  private held: HeldTap[] = [];
  /** Whose session is over: their taps wait until they sign in again. */
  private readonly out = new Set<string>();
  private waiting: Waiting[] = [];
  private refused: RefusedTap[] = [];
  private away = "";
  private slow = false;
  private lasting = true;
  private sending = false;
  private wake = new AbortController();
  private readonly keeper: Promise<Keeper>;
  private readonly told = new BroadcastChannel("tribodex.outbox");
  private readonly listeners = new Set<Listener>();
  private readonly onBench = new Map<string, Set<(bench: Bench, show: string) => void>>();
  private states = new Map<string, OutboxState>();
  private elsewhereNow: Waiting[] = [];
  private readonly known = new Map<string, RefusedCommand>();
  /**
   * Taps that the device has not stored, or not yet; and those acknowledged, whatever the device
   * still holds.
   */
  private readonly unstored = new Set<string>();
  /** Taps whose storing is under way: none is sent before it is over, well or not. */
  private readonly storing = new Set<string>();
  private readonly sent = new Set<string>();
  /** When each tap of this page was made: whoever made it may take it back for a moment. */
  private readonly made = new Map<string, number>();
  /**
   * Refusals that the device has not stored yet, and those done with here, whatever the device
   * still holds.
   */
  private readonly unstoredRefusals = new Set<string>();
  private readonly dropped = new Set<string>();

  constructor() {
    this.keeper = this.open();
    for (const event of ["online", "pageshow"]) window.addEventListener(event, () => this.again());
    // A tap under way for the server that was here before is stopped; those for this one go out.
    // What only this page holds is lost with it: the browser asks first.
    window.addEventListener("beforeunload", (event) => {
      if (this.waiting.some((tap) => this.unstored.has(tap.client_event_id)))
        event.preventDefault();
    });
    people.subscribe(() => {
      // Whoever came in again may send; a tap of that person carries the new secret.
      this.out.clear();
      this.actor = people.currentName();
      this.emit();
      this.again();
    });
    serverHere.subscribe(() => {
      this.emit();
      this.again();
    });
    this.told.addEventListener("message", () => void this.reread());
  }

  private async open(): Promise<Keeper> {
    const keeper = await Keeper.open();
    await keeper.takeOver(newOrder);
    this.lasting = keeper.lasting;
    // What was tapped while the device's store was opening comes after what it held.
    const here = this.waiting;
    this.waiting = [...(await keeper.waiting()), ...here];
    this.refused = await keeper.refused();
    this.emit();
    return keeper;
  }

  /** Taps of a person that wait on this device, whatever they wait for. */
  waitingOf = (account: string): number =>
    this.waiting.filter((tap) => tap.account === account).length;

  /** Somebody stood by it: it goes out. */
  release(id: string): void {
    this.held = this.held.filter((tap) => tap.id !== id);
    this.emit();
    this.again();
  }

  /**
   * After a quiet screen one PIN lets everything go that was tapped since; without a network it
   * goes out without the PIN, and says so.
   */
  async releaseQuiet(checked: boolean): Promise<void> {
    const quiet = this.waiting.filter((tap) => tap.quiet && tap.actor === this.actor);
    for (const tap of quiet) {
      delete tap.quiet;
      if (!checked) tap.unchecked = true;
    }
    this.emit();
    const keeper = await this.keeper;
    await Promise.all(quiet.map((tap) => keeper.change(tap)));
    this.tell();
    this.again();
  }

  /** Hear what the server answers to taps of a job. */
  listen(job: string, onBench: (bench: Bench, show: string) => void): () => void {
    const heard = this.onBench.get(job) ?? new Set();
    this.onBench.set(job, heard.add(onBench));
    return () => heard.delete(onBench);
  }

  subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot(job: string): OutboxState {
    const known = this.states.get(job);
    if (known) return known;
    const mine = this.waiting.filter((tap) => tap.job === job && isHere(tap));
    const others = new Map<string, number>();
    for (const tap of mine)
      if (tap.actor !== this.actor) others.set(tap.actor, (others.get(tap.actor) ?? 0) + 1);
    const own = mine.filter((tap) => tap.actor === this.actor);
    const isOut = (actor: string) => mine.some((tap) => tap.actor === actor && !this.mayGo(tap));
    const waiting = own.length;
    const made = {
      ...NOTHING,
      waiting,
      taps: own.map(({ at = "", command }) => ({ at, command })),
      away: waiting ? this.away : "",
      slow: waiting > 0 && this.slow,
      others: [...others].map(([actor, count]) => ({ actor, waiting: count, out: isOut(actor) })),
      held: [
        ...own.filter((tap) => tap.quiet).map(quietly),
        ...this.held.filter((tap) => tap.job === job),
      ],
      refused: this.refused.filter((tap) => tap.job === job).map((tap) => this.shown(tap)),
      lasting: this.lasting || waiting === 0,
    };
    this.states.set(job, made);
    return made;
  }

  /** A tap: shown as waiting at once, kept on the device, then sent. */
  add(
    job: string,
    command: Command,
    at = "",
    show = "",
    meant: string[] = [],
    seen?: number,
  ): void {
    const earlier = this.refused.findLast(
      (tap) => tap.job === job && tap.command.kind === command.kind,
    );
    const tap: Waiting = {
      client_event_id: newId(),
      job,
      actor: this.actor,
      ...signed(),
      server: serverHere.id() || undefined,
      happened_at: new Date().toISOString(),
      command,
      at: at || undefined,
      show: show || undefined,
      meant: meant.length ? meant : undefined,
      seen,
      mends: earlier?.client_event_id,
      order: newOrder(),
    };
    if (people.quiet()) tap.quiet = true;
    this.made.set(tap.client_event_id, Date.now());
    this.unstored.add(tap.client_event_id);
    this.storing.add(tap.client_event_id);
    this.waiting.push(tap);
    this.emit();
    void this.keeper
      .then((keeper) => keeper.keep(tap))
      .then((kept) => {
        this.storing.delete(tap.client_event_id);
        if (kept) this.unstored.delete(tap.client_event_id);
        else this.lasting = false;
        this.emit();
        this.tell();
        return this.flush();
      });
  }

  /** When a tap was made here; null where another page or device made it. */
  madeAt = (id: string): number | null => this.made.get(id) ?? null;

  /** A refused tap is done with. */
  drop(id: string): void {
    this.dropped.add(id);
    this.refused = this.refused.filter((tap) => tap.client_event_id !== id);
    this.emit();
    void this.keeper.then((keeper) => keeper.drop(id)).then(() => this.tell());
  }

  /**
   * Taps for a server that was at this address before; they wait for it, or are dropped by hand.
   */
  elsewhere = (): Waiting[] => {
    const found = this.waiting.filter((tap) => !isHere(tap));
    if (
      found.length !== this.elsewhereNow.length ||
      found.some((tap, i) => tap !== this.elsewhereNow[i])
    )
      this.elsewhereNow = found;
    return this.elsewhereNow;
  };

  /** A tap that waits for another server is given up, by hand. */
  giveUp(id: string): void {
    this.sent.add(id);
    this.waiting = this.waiting.filter((tap) => tap.client_event_id !== id);
    this.emit();
    void this.keeper.then((keeper) => keeper.done(id)).then(() => this.tell());
  }

  private shown(tap: RefusedTap): RefusedCommand {
    const made = this.known.get(tap.client_event_id) ?? {
      id: tap.client_event_id,
      at: tap.at ?? "",
      command: tap.command,
      meant: tap.meant,
      problem: new ProblemError(tap.status, tap.title, tap.detail, tap.fields),
    };
    this.known.set(tap.client_event_id, made);
    return made;
  }

  private again(): void {
    this.wake.abort(new Woken());
    void this.flush();
  }

  private emit(): void {
    steadily(() => {
      this.states = new Map();
      this.listeners.forEach((listener) => listener());
    });
  }

  private tell(): void {
    this.told.postMessage("changed");
  }

  /** Another page of this device sent, or was tapped on. */
  private async reread(): Promise<void> {
    const keeper = await this.keeper;
    await this.reconcile(keeper);
    if (keeper.lasting) await this.reconcileRefused(keeper);
    this.emit();
  }

  private async reconcileRefused(keeper: Keeper): Promise<void> {
    // Stored while it is being read: it may be missing in what is read.
    const fresh = new Set(this.unstoredRefusals);
    const stored = await keeper.refused();
    const there = new Set(stored.map((tap) => tap.client_event_id));
    const own = this.refused.filter(({ client_event_id: id }) => {
      return !there.has(id) && (fresh.has(id) || this.unstoredRefusals.has(id));
    });
    this.refused = [...stored, ...own].filter((tap) => !this.dropped.has(tap.client_event_id));
  }

  /**
   * What the device holds now. A tap of this page that is not stored yet, or never could be, stays.
   */
  private async reconcile(keeper: Keeper): Promise<void> {
    if (!keeper.lasting) return;
    const once = new Set(
      this.waiting.map((tap) => tap.client_event_id).filter((id) => !this.unstored.has(id)),
    );
    const stored = await keeper.waiting();
    const there = new Set(stored.map((tap) => tap.client_event_id));
    const stays = this.waiting.filter(
      (tap) => there.has(tap.client_event_id) || !once.has(tap.client_event_id),
    );
    const here = new Set(stays.map((tap) => tap.client_event_id));
    const others = stored.filter(
      (tap) => !here.has(tap.client_event_id) && !this.sent.has(tap.client_event_id),
    );
    this.waiting = [...stays, ...others].sort((a, b) => a.order - b.order);
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      const keeper = await this.keeper;
      const work = () => this.sendAll(keeper);
      // One page of this device at a time: taps keep their order.
      await (navigator.locks ? navigator.locks.request("tribodex.outbox", work) : work());
    } finally {
      this.sending = false;
    }
    if (this.first()) void this.flush();
  }

  /**
   * What the screen showed, for a tap that goes out at once; one that waited is never held up by
   * what others logged meanwhile.
   */
  private shownThen({ client_event_id, seen }: Waiting): { seen?: number } {
    const made = this.made.get(client_event_id);
    return made !== undefined && seen !== undefined && Date.now() - made < LIVE_MS ? { seen } : {};
  }

  private take(tap: Waiting): void {
    this.waiting = this.waiting.filter((other) => other.client_event_id !== tap.client_event_id);
  }

  /** Whether somebody's tap may go out: by the own secret, or by the session of who is here. */
  private mayGo(tap: Waiting): boolean {
    if (tap.account && this.out.has(tap.account)) return false;
    return (
      tap.actor === this.actor || Boolean(tap.account && (people.of(tap.account)?.tap || tap.token))
    );
  }

  /**
   * The next one in order; what waits for a PIN holds up what the same person tapped after it in
   * that job, and nothing else.
   */
  private first(): Waiting | undefined {
    const heldUp = new Set<string>();
    const mine = (tap: Waiting) => `${tap.actor}, ${tap.job}`;
    const held = new Set(this.held.map((tap) => tap.id));
    for (const tap of this.waiting) {
      if (!isHere(tap) || heldUp.has(mine(tap))) continue;
      if (tap.quiet || held.has(tap.client_event_id) || !this.mayGo(tap)) heldUp.add(mine(tap));
      else return this.storing.has(tap.client_event_id) ? undefined : tap;
    }
    return undefined;
  }

  private hold(tap: Waiting, account: string, name: string): void {
    const { client_event_id: id, job, command } = tap;
    const held = { id, job, account, name, kind: command.kind, quiet: false };
    this.held = [...this.held.filter((one) => one.id !== id), held];
    this.emit();
  }

  private async sendAll(keeper: Keeper): Promise<void> {
    const next = async () => {
      // Another page of this device may have tapped in between: that one comes first.
      await this.reconcile(keeper);
      return this.first();
    };
    for (let tap = await next(); tap; tap = await next()) {
      try {
        const bench = await this.deliver(tap);
        this.sent.add(tap.client_event_id);
        this.take(tap);
        // The word about the network stays until the last tap that waited has been acknowledged.
        if (!this.first()) this.away = "";
        await keeper.done(tap.client_event_id);
        if (tap.mends) this.drop(tap.mends);
        this.emit();
        this.onBench.get(tap.job)?.forEach((heard) => heard(bench, tap.show ?? ""));
      } catch (error) {
        if (error instanceof Woken) continue;
        if (error instanceof SignInError) {
          // Never dropped: it waits for whoever made it.
          if (tap.account) this.out.add(tap.account);
          if (!tap.account || tap.account === people.current()?.me.id) people.ended();
          this.emit();
          if (!tap.account) return;
          continue;
        }
        if (error instanceof ProblemError && error.kind === "pin-needed") {
          const asked = error.fields[0];
          this.hold(tap, asked?.expected ?? "", asked?.message.split(" stands by")[0] ?? "");
          continue;
        }
        const said =
          error instanceof ProblemError ? error : new ProblemError(0, "Error", String(error), []);
        const { status, title, detail, fields } = said;
        const refused = { ...tap, status, title, detail, fields };
        this.sent.add(tap.client_event_id);
        this.take(tap);
        this.refused = [...this.refused, refused];
        this.unstoredRefusals.add(tap.client_event_id);
        if (!this.first()) this.away = "";
        if (await keeper.refuse(refused)) this.unstoredRefusals.delete(tap.client_event_id);
        this.emit();
      }
      this.tell();
    }
  }

  /** Try until there is an answer that counts. */
  private async deliver(tap: Waiting): Promise<Bench> {
    this.wake = new AbortController();
    const { signal } = this.wake;
    const slow = window.setTimeout(() => {
      this.slow = true;
      this.emit();
    }, SLOW_MS);
    const { client_event_id, actor, happened_at, command, at, meant } = tap;
    try {
      return await pRetry(
        () =>
          sendTap(
            tap.job,
            tap.show ?? "",
            {
              ...{ client_event_id, actor, happened_at, command },
              ...(at ? { at } : {}),
              ...(meant ? { meant } : {}),
              ...this.shownThen(tap),
            },
            {
              server: tap.server,
              token: (tap.account && people.of(tap.account)?.tap) || tap.token,
              unchecked: tap.unchecked,
            },
          ),
        {
          retries: Infinity,
          minTimeout: FIRST_RETRY_MS,
          maxTimeout: LAST_RETRY_MS,
          randomize: true,
          signal,
          shouldRetry: ({ error }) => error instanceof AwayError && !(error instanceof SignInError),
          onFailedAttempt: async ({ error }) => {
            if (!(error instanceof AwayError) || error instanceof SignInError) return;
            this.away = error.why;
            this.emit();
            if (error.waitMs) await pause(error.waitMs, signal);
          },
        },
      );
    } finally {
      window.clearTimeout(slow);
      if (this.slow) {
        this.slow = false;
        this.emit();
      }
    }
  }
}

const quietly = (tap: Waiting): HeldTap => ({
  ...{ id: tap.client_event_id, job: tap.job, account: tap.account ?? "", name: tap.actor },
  ...{ kind: tap.command.kind, quiet: true },
});

/** Whose tap it is, as this device knows it. */
function signed(): Pick<Waiting, "account" | "token" | "unchecked"> {
  const person = people.current();
  if (!person) return {};
  return {
    account: person.me.id,
    token: person.tap || undefined,
    unchecked: person.checked ? undefined : true,
  };
}

let lastOrder = 0;

/**
 * Later than every tap of this page, and than those of other pages by the clock; the device's store
 * puts it behind what waits there.
 */
function newOrder(): number {
  lastOrder = Math.max(Date.now(), lastOrder + 1);
  return lastOrder;
}

function isHere(tap: Waiting): boolean {
  const here = serverHere.id();
  return !tap.server || !here || tap.server === here;
}

function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    const timer = window.setTimeout(resolve, ms);
    signal.addEventListener("abort", () => {
      window.clearTimeout(timer);
      resolve();
    });
  });
}

/** One for the whole device page: taps of every job go out in the order they were made. */
export const outbox = new Outbox();
