/**
 * Taps on their way: in order, once, never lost, each to the server and from the person it was made
 * by.
 */
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Command } from "../src/api";
import { inOf } from "./people";

type People = (typeof import("../src/api/people"))["people"];
type Outbox = (typeof import("../src/api/outbox"))["outbox"];
interface Sent {
  token: string | null;
  pin: string | null;
  client_event_id: string;
  actor: string;
  at?: string;
  command: Command & { text?: string };
  job: string;
  meantFor: string | null;
}
type Answer = (tap: Sent) => Response | Error | Promise<Response>;

const note = (text: string): Command => ({ kind: "add_note", text });
const json = (body: unknown, status = 200, more: Record<string, string> = {}) =>
  new Response(JSON.stringify(body), {
    status,
    headers: {
      "content-type": status < 400 ? "application/json" : "application/problem+json",
      "tribodex-server": "-",
      ...more,
    },
  });
const refused = (detail: string) => json({ title: "Not taken", detail, fields: [] }, 422);

const signInFirst: Answer = () =>
  json({ type: "/problems/sign-in", title: "Sign in first", fields: [] }, 401);

/**
 * A server that keeps every tap once, as the real one does, unless the test answers in its place.
 */
class Server {
  tried: Sent[] = [];
  log: string[] = [];
  name = "first";
  /** The secret of a session that is over. */
  over = "";
  private seen = new Set<string>();
  private next: Answer[] = [];

  answers(...answers: Answer[]): void {
    this.next.push(...answers);
  }

  take = (tap: Sent): Response => {
    if (!this.seen.has(tap.client_event_id)) this.log.push(tap.command.text ?? tap.command.kind);
    this.seen.add(tap.client_event_id);
    return json({ last_seq: this.log.length }, 200, { "tribodex-server": this.name });
  };

  fetch = async (path: string, init: RequestInit): Promise<Response> => {
    const meantFor = new Headers(init.headers).get("tribodex-server");
    const headers = new Headers(init.headers);
    const [token, pin] = [headers.get("tribodex-tap"), headers.get("tribodex-pin")];
    const tap = {
      ...(JSON.parse(String(init.body)) as Sent),
      job: path.split("/")[3]!,
      meantFor,
      token,
      pin,
    };
    this.tried.push(tap);
    const taken = token && token === this.over ? signInFirst : (this.next.shift() ?? this.take);
    const answer = await taken(tap);
    if (answer instanceof Error) throw answer;
    return answer;
  };
}

const noNetwork: Answer = () => new TypeError("Failed to fetch");
let server: Server;

let here: People | null = null;
const touches: EventListener[] = [];

/** Its scripts anew; the page before is gone, and with it what it listened to. */
async function load(): Promise<{ people: People; outbox: Outbox }> {
  vi.resetModules();
  touches
    .splice(0)
    .forEach((heard) => window.removeEventListener("pointerdown", heard, { capture: true }));
  const listen = vi.spyOn(window, "addEventListener");
  const { people } = await import("../src/api/people");
  touches.push(
    ...listen.mock.calls.flatMap(([kind, heard]) =>
      kind === "pointerdown" ? [heard as EventListener] : [],
    ),
  );
  listen.mockRestore();
  const { outbox } = await import("../src/api/outbox");
  return { people, outbox };
}

/**
 * A page, or the one after a reload: what is on the device stays, what was in memory is gone.
 * `tap`: the secret of that person's taps.
 */
async function page(actor = "Ada", tap = ""): Promise<Outbox> {
  here?.left(`id-${actor.toLowerCase()}`);
  here?.left(here.current()?.me.id ?? "");
  const { people, outbox } = await load();
  people.entered(inOf(actor, tap));
  here = people;
  return outbox;
}
/** What is shown follows in the next turn of the page: that turn is waited for first. */
async function settled(outbox: Outbox, job = "7"): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, 5));
  await vi.waitFor(() => expect(outbox.snapshot(job).waiting).toBe(0), { timeout: 3_000 });
}
const wake = () => window.dispatchEvent(new Event("online"));

beforeEach(() => {
  server = new Server();
  localStorage.setItem("tribodex.server", server.name);
  vi.stubGlobal("fetch", server.fetch);
});

describe("taps", () => {
  it("go out in the order they were made, each once, with who and where", async () => {
    const outbox = await page();
    const heard = vi.fn();
    outbox.listen("7", heard);
    for (const text of ["one", "two", "three"]) outbox.add("7", note(text), "drive", "?at=drive");
    expect(outbox.snapshot("7").waiting).toBe(3);
    await settled(outbox);
    expect(server.log).toEqual(["one", "two", "three"]);
    expect(new Set(server.tried.map((tap) => tap.client_event_id)).size).toBe(3);
    expect(
      server.tried.every((tap) => tap.actor === "Ada" && tap.at === "drive" && tap.job === "7"),
    ).toBe(true);
    // What the last answer says is told a turn after its tap has gone out of the queue.
    await vi.waitFor(() =>
      expect(heard.mock.calls.map(([bench, shown]) => [bench.last_seq, shown])).toEqual([
        [1, "?at=drive"],
        [2, "?at=drive"],
        [3, "?at=drive"],
      ]),
    );
  });

  it("wait on the device while there is no network, and say so", async () => {
    const outbox = await page();
    server.answers(noNetwork);
    outbox.add("7", note("one"));
    outbox.add("7", note("two"));
    await vi.waitFor(() => expect(outbox.snapshot("7").away).toBe("No network."));
    expect(outbox.snapshot("7")).toMatchObject({ waiting: 2, lasting: true, refused: [] });
    wake();
    await settled(outbox);
    expect(server.log).toEqual(["one", "two"]);
    expect(outbox.snapshot("7").away).toBe("");
  });

  it("are stored once when the answer was lost on its way back", async () => {
    const outbox = await page();
    server.answers((tap) => {
      server.take(tap);
      return new TypeError("connection reset");
    });
    outbox.add("7", note("one"));
    await vi.waitFor(() => expect(outbox.snapshot("7").away).toBe("No network."));
    wake();
    await settled(outbox);
    expect(server.tried).toHaveLength(2);
    expect(server.log).toEqual(["one"]);
  });

  it("survive a reload before they were sent", async () => {
    const before = await page();
    server.answers(noNetwork, noNetwork);
    before.add("7", note("one"));
    before.add("8", note("two"));
    await vi.waitFor(() => expect(before.snapshot("7").away).not.toBe(""));
    const after = await page();
    after.add("7", note("three"));
    await settled(after);
    await settled(after, "8");
    expect(server.log.slice(0, 3)).toEqual(["one", "two", "three"]);
  });

  it("that a captive portal answered with its own page were not acknowledged", async () => {
    const outbox = await page();
    server.answers(
      () =>
        new Response("<html>Please log in</html>", { headers: { "content-type": "text/html" } }),
    );
    outbox.add("7", note("one"));
    await vi.waitFor(() => expect(outbox.snapshot("7").away).toMatch(/answers in its place/));
    wake();
    await settled(outbox);
    expect(server.log).toEqual(["one"]);
  });

  it("that were answered without a place in the log were not acknowledged either", async () => {
    const outbox = await page();
    server.answers(() => json({ ok: true }));
    outbox.add("7", note("one"));
    await vi.waitFor(() => expect(outbox.snapshot("7").away).toMatch(/answers in its place/));
    expect(outbox.snapshot("7").waiting).toBe(1);
  });
});

describe("a refused tap", () => {
  it("stays with its reason, and those behind it go on", async () => {
    const outbox = await page();
    server.answers(() => refused("the nut is locked"));
    outbox.add("7", note("one"));
    outbox.add("7", note("two"));
    await settled(outbox);
    expect(server.log).toEqual(["two"]);
    const [left] = outbox.snapshot("7").refused;
    expect(left?.problem.detail).toBe("the nut is locked");
    expect(left?.command).toEqual(note("one"));
  });

  it("is still there after a reload, and gone once it is dropped by hand", async () => {
    const before = await page();
    server.answers(() => refused("the nut is locked"));
    before.add("7", note("one"));
    await settled(before);
    const after = await page();
    await vi.waitFor(() => expect(after.snapshot("7").refused).toHaveLength(1));
    after.drop(after.snapshot("7").refused[0]!.id);
    await vi.waitFor(() => expect(after.snapshot("7").refused).toHaveLength(0));
    const third = await page();
    third.add("7", note("two"));
    await settled(third);
    expect(third.snapshot("7").refused).toHaveLength(0);
  });

  it("is mended by the next tap of its kind that is taken", async () => {
    const outbox = await page();
    server.answers(() => refused("empty"));
    outbox.add("7", note(""));
    await settled(outbox);
    expect(outbox.snapshot("7").refused).toHaveLength(1);
    outbox.add("7", note("with words"));
    await settled(outbox);
    await vi.waitFor(() => expect(outbox.snapshot("7").refused).toHaveLength(0));
  });

  it("is not mended by one that is refused again", async () => {
    const outbox = await page();
    server.answers(
      () => refused("empty"),
      () => refused("still empty"),
    );
    outbox.add("7", note(""));
    await settled(outbox);
    outbox.add("7", note(" "));
    await settled(outbox);
    expect(outbox.snapshot("7").refused.map((tap) => tap.problem.detail)).toEqual([
      "empty",
      "still empty",
    ]);
  });
});

describe("another page of this device", () => {
  /** Its word that something changed comes while this page's store is slow. */
  async function interrupted(
    slow: "refuse" | "drop",
    act: (outbox: Outbox) => void,
  ): Promise<Outbox> {
    const outbox = await page();
    const { Keeper } = await import("../src/api/keeper");
    const stored = Keeper.prototype[slow] as (this: unknown, what: never) => Promise<void>;
    const spy = vi.spyOn(Keeper.prototype, slow).mockImplementation(async function (
      this: unknown,
      what: unknown,
    ) {
      await new Promise((resolve) => setTimeout(resolve, 60));
      return stored.call(this, what as never);
    });
    const other = new BroadcastChannel("tribodex.outbox");
    act(outbox);
    await vi.waitFor(() => expect(spy).toHaveBeenCalled());
    other.postMessage("changed");
    await new Promise((resolve) => setTimeout(resolve, 150));
    other.close();
    return outbox;
  }

  it("does not hide a refusal that this one has not stored yet", async () => {
    server.answers(() => refused("the nut is locked"));
    const outbox = await interrupted("refuse", (here) => here.add("7", note("one")));
    expect(outbox.snapshot("7").refused.map((tap) => tap.problem.detail)).toEqual([
      "the nut is locked",
    ]);
  });

  it("does not bring back a refusal that was dropped here", async () => {
    const before = await page();
    server.answers(() => refused("the nut is locked"));
    before.add("7", note("one"));
    await settled(before);
    const { id } = before.snapshot("7").refused[0]!;
    const outbox = await interrupted("drop", (here) => here.drop(id));
    expect(outbox.snapshot("7").refused).toEqual([]);
  });
});

describe("a device whose store fails", () => {
  /** A write that the browser gives up, as it does when the disk is full. */
  async function broken(...writes: ("delete" | "put")[]): Promise<Outbox> {
    const outbox = await page();
    await vi.waitFor(() => expect(indexedDB.databases()).resolves.toHaveLength(1));
    for (const write of writes)
      vi.spyOn(IDBObjectStore.prototype, write).mockImplementation(() => {
        throw new DOMException("no room", "QuotaExceededError");
      });
    return outbox;
  }

  it("does not make a refusal of a tap that was taken", async () => {
    const outbox = await broken("delete");
    outbox.add("7", note("one"));
    outbox.add("7", note("two"));
    await settled(outbox);
    expect(server.log).toEqual(["one", "two"]);
    expect(outbox.snapshot("7").refused).toEqual([]);
  });

  it("shows a refusal all the same, and sends what comes after it", async () => {
    const outbox = await broken("put", "delete");
    server.answers(() => refused("the nut is locked"));
    outbox.add("7", note("one"));
    outbox.add("7", note("two"));
    await settled(outbox);
    expect(server.log).toEqual(["two"]);
    expect(outbox.snapshot("7").refused.map((tap) => tap.problem.detail)).toEqual([
      "the nut is locked",
    ]);
  });
});

describe("whose taps are sent", () => {
  it("only those of the person at the bench; the others' wait and are counted", async () => {
    const ada = await page("Ada");
    server.answers(noNetwork);
    ada.add("7", note("from Ada"));
    await vi.waitFor(() => expect(ada.snapshot("7").away).not.toBe(""));
    const ben = await page("Ben");
    ben.add("7", note("from Ben"));
    await settled(ben);
    expect(server.log).toEqual(["from Ben"]);
    expect(ben.snapshot("7").others).toEqual([{ actor: "Ada", waiting: 1, out: true }]);
    here!.entered(inOf("Ada"));
    await vi.waitFor(() => expect(server.log).toEqual(["from Ben", "from Ada"]));
  });

  it("only those meant for the server that is here", async () => {
    const first = await page();
    first.add("7", note("one"));
    await settled(first);
    server.answers(noNetwork);
    first.add("7", note("for the first"));
    await vi.waitFor(() => expect(first.snapshot("7").away).not.toBe(""));
    expect(server.tried.at(-1)?.meantFor).toBe("first");

    localStorage.setItem("tribodex.server", "second");
    server.name = "second";
    const second = await page();
    second.add("7", note("for the second"));
    await settled(second);
    expect(server.log).toEqual(["one", "for the second"]);
    const [stranded] = second.elsewhere();
    expect(stranded?.command).toEqual(note("for the first"));
    second.giveUp(stranded!.client_event_id);
    expect(second.elsewhere()).toEqual([]);
  });
});

describe("a device that keeps nothing", () => {
  beforeEach(() => {
    vi.stubGlobal("indexedDB", {
      open: () => {
        throw new Error("no store in this window");
      },
    });
  });

  it("sends all the same, and says that a tap that waits would not outlive the page", async () => {
    const outbox = await page();
    server.answers(noNetwork);
    outbox.add("7", note("one"));
    await vi.waitFor(() =>
      expect(outbox.snapshot("7")).toMatchObject({ waiting: 1, lasting: false }),
    );
    await vi.waitFor(() => expect(outbox.snapshot("7").away).not.toBe(""));
    wake();
    await settled(outbox);
    expect(server.log).toEqual(["one"]);
    expect(outbox.snapshot("7").lasting).toBe(true);
  });
});

describe("two pages of one device", () => {
  it("keep one order, whichever was opened first", async () => {
    const first = await page();
    const { outbox: second } = await load();
    server.answers(noNetwork, noNetwork);
    first.add("7", note("1, on the first"));
    await new Promise((resolve) => setTimeout(resolve, 30));
    second.add("7", note("2, on the second"));
    await new Promise((resolve) => setTimeout(resolve, 30));
    first.add("7", note("3, on the first again"));
    wake();
    await vi.waitFor(() => expect(server.log).toHaveLength(3), { timeout: 4_000 });
    expect(server.log).toEqual(["1, on the first", "2, on the second", "3, on the first again"]);
    await settled(first);
  });
});

describe("a device that keeps nothing", () => {
  it("asks before the page is left with taps that only it holds, and no longer when they are sent", async () => {
    const outbox = await page();
    const put = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    server.answers(noNetwork);
    outbox.add("7", note("only here"));
    await vi.waitFor(() => expect(outbox.snapshot("7").lasting).toBe(false));
    const asked = () => !window.dispatchEvent(new Event("beforeunload", { cancelable: true }));
    expect(asked()).toBe(true);
    put.mockRestore();
    wake();
    await settled(outbox);
    expect(asked()).toBe(false);
  });
});

const pinNeeded: Answer = () =>
  json(
    {
      type: "/problems/pin-needed",
      title: "A PIN is needed",
      detail: "",
      fields: [
        { name: "name", message: "Ada stands by this with the own PIN.", expected: "id-ada" },
      ],
    },
    403,
  );

describe("whose tap it is", () => {
  it("is proven by a secret of that person's own, also while somebody else is at the bench", async () => {
    const outbox = await page("Ada", "secret-of-ada");
    server.answers(noNetwork);
    outbox.add("7", note("from Ada"));
    await vi.waitFor(() => expect(outbox.snapshot("7").away).not.toBe(""));
    here!.entered(inOf("Ben", "secret-of-ben"));
    outbox.add("7", note("from Ben"));
    await vi.waitFor(() => expect(server.log).toEqual(["from Ada", "from Ben"]), {
      timeout: 4_000,
    });
    expect(server.tried.slice(-2).map(({ actor, token }) => [actor, token])).toEqual([
      ["Ada", "secret-of-ada"],
      ["Ben", "secret-of-ben"],
    ]);
  });

  it("waits for its person where the session is over, and goes out under the new secret", async () => {
    const outbox = await page("Ada", "old");
    server.over = "old";
    outbox.add("7", note("kept"));
    await vi.waitFor(() => expect(server.tried).not.toHaveLength(0));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(outbox.snapshot("7").waiting).toBe(1);
    expect(outbox.snapshot("7").refused).toEqual([]);
    expect(here!.sessionOver()).toBe(true);
    here!.entered(inOf("Ada", "new"));
    await settled(outbox);
    expect(server.log).toEqual(["kept"]);
    expect(server.tried.at(-1)?.token).toBe("new");
  });

  it("says that no PIN was checked where somebody took the device without a network", async () => {
    const outbox = await page("Ada", "secret-of-ada");
    here!.entered(inOf("Ben", "secret-of-ben"));
    here!.takeUnchecked("id-ada");
    expect(here!.current()).toMatchObject({ checked: false, me: { name: "Ada" } });
    outbox.add("7", note("under the machine"));
    await settled(outbox);
    expect(server.tried.at(-1)).toMatchObject({
      actor: "Ada",
      token: "secret-of-ada",
      pin: "not checked",
    });
  });

  it("is not taken by a name whose time on this device is over", async () => {
    await page("Ben", "secret-of-ben");
    here!.entered(inOf("Ada", "secret-of-ada", { until: "2020-01-01T00:00:00Z" }));
    here!.entered(inOf("Ben", "secret-of-ben"));
    here!.takeUnchecked("id-ada");
    expect(here!.current()?.me.name).toBe("Ben");
  });
});

describe("a tap that somebody has to stand by", () => {
  it("is held for the PIN with what follows in its job, and nothing else waits for it", async () => {
    const outbox = await page("Ada", "secret");
    server.answers(pinNeeded);
    outbox.add("7", { kind: "sign", name: "Ada", role: "fitter" });
    await vi.waitFor(() => expect(outbox.snapshot("7").held).toHaveLength(1));
    expect(outbox.snapshot("7").held[0]).toMatchObject({
      account: "id-ada",
      name: "Ada",
      kind: "sign",
      quiet: false,
    });
    outbox.add("7", note("after it"));
    outbox.add("8", note("elsewhere"));
    await vi.waitFor(() => expect(server.log).toEqual(["elsewhere"]));
    expect(outbox.snapshot("7").refused).toEqual([]);
    outbox.release(outbox.snapshot("7").held[0]!.id);
    await settled(outbox);
    expect(server.log).toEqual(["elsewhere", "sign", "after it"]);
  });

  it("after a quiet screen waits for the PIN of who is here, and a feeler half tried is not lost", async () => {
    const outbox = await page("Ada", "secret");
    localStorage.setItem("tribodex.active", String(Date.now() - 31 * 60_000));
    window.dispatchEvent(new Event("pointerdown"));
    outbox.add("7", note("a feeler"));
    outbox.add("7", note("and the next"));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(server.tried).toEqual([]);
    expect(outbox.snapshot("7").held.map(({ quiet }) => quiet)).toEqual([true, true]);
    here!.active();
    await outbox.releaseQuiet(true);
    await settled(outbox);
    expect(server.log).toEqual(["a feeler", "and the next"]);
  });

  it("without a network goes on after a quiet screen, and says so", async () => {
    const outbox = await page("Ada", "secret");
    localStorage.setItem("tribodex.active", String(Date.now() - 31 * 60_000));
    window.dispatchEvent(new Event("pointerdown"));
    outbox.add("7", note("a feeler"));
    await outbox.releaseQuiet(false);
    await settled(outbox);
    expect(server.tried.at(-1)?.pin).toBe("not checked");
  });
});
