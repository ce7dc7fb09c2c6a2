/**
 * Where taps are kept on this device until they are acknowledged: IndexedDB, or the page's memory
 * where there is none.
 */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { ProblemField, Command } from "./types";

export interface Waiting {
  client_event_id: string;
  job: string;
  actor: string;
  /**
   * Whose tap it is, and the secret that proves it on this device; missing in taps of an older
   * version.
   */
  account?: string;
  token?: string;
  /** Tapped while nobody could check a PIN. */
  unchecked?: boolean;
  /** Tapped after a quiet screen: no page of this device sends it before the PIN is there. */
  quiet?: boolean;
  /** The server it was tapped for; missing when that was not known. */
  server?: string;
  happened_at: string;
  command: Command;
  /** The bearing it was tapped at; missing for the whole shaft and the only one. */
  at?: string;
  /** What the page showed, as a query: the answer comes for the same view. */
  show?: string;
  /** Fields whose number was read back, and is meant. */
  /** The last entry that the screen showed. */
  seen?: number;
  meant?: string[];
  /** The refused tap that this one says again. */
  mends?: string;
  /** Order of arrival on this device, given by its store. */
  order: number;
}

/**
 * A tap that was refused: nothing of it was stored. It stays until it is mended or dropped by hand.
 */
export interface RefusedTap extends Waiting {
  status: number;
  title: string;
  detail: string;
  fields: ProblemField[];
}

interface Schema extends DBSchema {
  waiting: { key: string; value: Waiting };
  refused: { key: string; value: RefusedTap };
}

const OLD = "tribodex.outbox.";

export class Keeper {
  private constructor(private readonly db: IDBPDatabase<Schema> | null) {}

  /** Never fails: a browser that keeps nothing gets a keeper that says so. */
  static async open(): Promise<Keeper> {
    try {
      return new Keeper(
        await openDB<Schema>("tribodex", 1, {
          upgrade(db) {
            db.createObjectStore("waiting", { keyPath: "client_event_id" });
            db.createObjectStore("refused", { keyPath: "client_event_id" });
          },
        }),
      );
    } catch {
      return new Keeper(null);
    }
  }

  /** Whether what is kept outlives this page. */
  get lasting(): boolean {
    return this.db !== null;
  }

  async waiting(): Promise<Waiting[]> {
    const found = (await this.db?.getAll("waiting")) ?? [];
    return found.sort((a, b) => a.order - b.order);
  }

  async refused(): Promise<RefusedTap[]> {
    const found = (await this.db?.getAll("refused")) ?? [];
    return found.sort((a, b) => a.order - b.order);
  }

  /**
   * Behind everything that waits on this device, whichever page it was tapped on. False when the
   * device has no room left for it.
   */
  async keep(tap: Waiting): Promise<boolean> {
    try {
      const change = this.db?.transaction("waiting", "readwrite");
      if (!change) return false;
      // One page at a time may change the store: whoever comes second sees the first.
      const orders = (await change.store.getAll()).map((other) => other.order);
      tap.order = Math.max(tap.order, ...orders.map((order) => order + 1));
      await Promise.all([change.store.put(tap), change.done]);
      return true;
    } catch {
      return false;
    }
  }

  /** A tap that waits is another now: its place in the order stays. */
  async change(tap: Waiting): Promise<void> {
    await this.db?.put("waiting", tap).catch(() => undefined);
  }

  // What cannot be taken off the device is sent once more after a reload, and the server knows it
  // by its id.

  async done(id: string): Promise<void> {
    await this.db?.delete("waiting", id).catch(() => undefined);
  }

  /** From the waiting to the refused, both or neither. False when the device could not. */
  async refuse(tap: RefusedTap): Promise<boolean> {
    try {
      const change = this.db?.transaction(["waiting", "refused"], "readwrite");
      if (!change) return false;
      await Promise.all([
        change.objectStore("waiting").delete(tap.client_event_id),
        change.objectStore("refused").put(tap),
        change.done,
      ]);
      return true;
    } catch {
      return false;
    }
  }

  async drop(id: string): Promise<void> {
    await this.db?.delete("refused", id).catch(() => undefined);
  }

  /** Taps that the version before kept elsewhere on this device; taken over once. */
  async takeOver(order: () => number): Promise<void> {
    if (!this.db) return;
    for (const key of Object.keys(localStorage).filter((name) => name.startsWith(OLD))) {
      const found = readOld(key);
      const job = key.slice(OLD.length);
      for (const tap of found) await this.db.put("waiting", { ...tap, job, order: order() });
      localStorage.removeItem(key);
    }
  }
}

function readOld(key: string): Omit<Waiting, "job" | "order">[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? "[]");
    return Array.isArray(found) ? found : [];
  } catch {
    return [];
  }
}
