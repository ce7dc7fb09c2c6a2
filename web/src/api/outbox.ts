/**
 * Taps wait here until the server has acknowledged them. They are kept on this device, sent in order, and each carries
 * an id of its own, so that a repeat is stored once.
 */
import { AwayError, ProblemError, newId, send } from "./client";
import type { Bench, Command } from "./types";

interface Waiting {
  client_event_id: string;
  actor: string;
  happened_at: string;
  command: Command;
}

export interface OutboxState {
  waiting: number;
  away: boolean;
  /** The last tap that was refused, with the reason; nothing of it was stored. */
  refused: { command: Command; problem: ProblemError } | null;
}

type Listener = (state: OutboxState) => void;

const FIRST_RETRY_MS = 800;
const LAST_RETRY_MS = 10_000;

export class Outbox {
  private waiting: Waiting[];
  private state: OutboxState;
  private sending = false;
  private retry = FIRST_RETRY_MS;
  private timer: number | undefined;
  private listeners = new Set<Listener>();
  private readonly key: string;

  constructor(
    private readonly jobId: string,
    private readonly onBench: (bench: Bench) => void,
  ) {
    this.key = `tribodex.outbox.${jobId}`;
    this.waiting = readWaiting(this.key);
    this.state = { waiting: this.waiting.length, away: false, refused: null };
  }

  /** Begin sending; call the answer to stop. */
  start(): () => void {
    const again = () => void this.flush();
    window.addEventListener("online", again);
    again();
    return () => {
      window.removeEventListener("online", again);
      window.clearTimeout(this.timer);
    };
  }

  subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): OutboxState => this.state;

  add(actor: string, command: Command): void {
    this.waiting.push({ client_event_id: newId(), actor, happened_at: new Date().toISOString(), command });
    this.keep({ refused: null });
    void this.flush();
  }

  dismiss(): void {
    this.keep({ refused: null });
  }

  private keep(change: Partial<OutboxState>): void {
    localStorage.setItem(this.key, JSON.stringify(this.waiting));
    this.state = { ...this.state, ...change, waiting: this.waiting.length };
    this.listeners.forEach((listener) => listener(this.state));
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    window.clearTimeout(this.timer);
    try {
      for (let first = this.waiting[0]; first; first = this.waiting[0]) {
        try {
          const bench = await send<Bench>(`/api/jobs/${this.jobId}/taps`, first);
          this.retry = FIRST_RETRY_MS;
          this.waiting.shift();
          // The word about the network stays until the last tap that waited has been acknowledged.
          this.keep({ away: this.state.away && this.waiting.length > 0 });
          this.onBench(bench);
        } catch (error) {
          if (error instanceof AwayError) {
            this.keep({ away: true });
            this.timer = window.setTimeout(() => void this.flush(), this.retry);
            this.retry = Math.min(this.retry * 2, LAST_RETRY_MS);
            return;
          }
          this.waiting.shift();
          const problem =
            error instanceof ProblemError ? error : new ProblemError(0, "Error", String(error), []);
          this.keep({
            away: this.state.away && this.waiting.length > 0,
            refused: { command: first.command, problem },
          });
        }
      }
    } finally {
      this.sending = false;
    }
  }
}

function readWaiting(key: string): Waiting[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? "[]");
    return Array.isArray(found) ? (found as Waiting[]) : [];
  } catch {
    return [];
  }
}
