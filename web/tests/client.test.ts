/**
 * What an answer means: taken, refused for good, or no answer at all. A refusal is never guessed.
 */
import { beforeEach, describe, expect, it, vi } from "vitest";
import { AwayError, ProblemError, getChoices, getJob, newId, sendTap } from "../src/api/client";
import { ours } from "./page";

let answer: () => Response | Promise<Response>;
beforeEach(() =>
  vi.stubGlobal(
    "fetch",
    vi.fn(async () => answer()),
  ),
);

const problem = (status: number, body: object = {}, headers: Record<string, string> = {}) =>
  new Response(
    JSON.stringify({ title: "Not taken", detail: "The nut is locked.", fields: [], ...body }),
    {
      status,
      headers: { "content-type": "application/problem+json", "tribodex-server": "-", ...headers },
    },
  );
const page = (status: number) =>
  new Response("<html>gateway</html>", { status, headers: { "content-type": "text/html" } });
const failure = async () => {
  try {
    await getJob("7");
  } catch (error) {
    return error;
  }
  return null;
};

describe("an answer", () => {
  it.each([400, 404, 405, 409, 413, 415, 422])(
    "of %i with a reason of ours is a refusal",
    async (status) => {
      answer = () => problem(status);
      const error = await failure();
      expect(error).toBeInstanceOf(ProblemError);
      expect(error).toMatchObject({ status, title: "Not taken", detail: "The nut is locked." });
    },
  );

  it.each([400, 404, 409, 422])(
    "of %i without one is somebody else's: try again",
    async (status) => {
      answer = () => page(status);
      expect(await failure()).toBeInstanceOf(AwayError);
    },
  );

  it.each([
    [401, /Sign in needed.*401/],
    [403, /Sign in needed.*403/],
    [429, /asks for a pause/],
    [500, /away \(500\)/],
    [504, /away \(504\)/],
    [302, /answers in its place/],
  ])("of %i says why it does not count", async (status, words) => {
    answer = () => page(status);
    expect(await failure()).toMatchObject({ why: expect.stringMatching(words) });
  });

  it("that asks for patience names how long, at most a minute", async () => {
    answer = () => problem(503, { title: "Busy" }, { "retry-after": "7" });
    expect(await failure()).toMatchObject({ why: "Busy.", waitMs: 7_000 });
    answer = () => problem(503, { title: "Busy" }, { "retry-after": "86400" });
    expect(await failure()).toMatchObject({ waitMs: 60_000 });
    answer = () =>
      problem(503, { title: "Busy" }, { "retry-after": "Wed, 21 Oct 2026 07:28:00 GMT" });
    expect(await failure()).toMatchObject({ waitMs: 0 });
  });

  it.each([
    ["an answer", () => ours({ id: "7" })],
    ["a refusal", () => problem(422)],
    ["no answer", () => Promise.reject(new TypeError("Failed to fetch"))],
  ])("does not come under a finger: %s waits until it is up", async (_name, told) => {
    answer = told;
    let came = false;
    window.dispatchEvent(new Event("pointerdown"));
    const asked = getJob("7").then(
      () => (came = true),
      () => (came = true),
    );
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(came).toBe(false);
    window.dispatchEvent(new Event("pointerup"));
    await asked;
    expect(came).toBe(true);
  });

  it("that is cut off in the middle is no answer", async () => {
    answer = () =>
      new Response('{"last_seq": 1', { headers: { "content-type": "application/json" } });
    expect(await failure()).toBeInstanceOf(AwayError);
  });
});

describe("a refusal", () => {
  const field = { name: "entry.amount", message: "Not a number.", expected: "35", choices: [] };

  it("finds what is wrong with an entry, also inside another one", () => {
    const error = new ProblemError(422, "", "", [field]);
    expect(error.at("amount")).toBe(field);
    expect(error.at("entry.amount")).toBe(field);
    expect(error.at("mount")).toBeUndefined();
  });
});

describe("a tap", () => {
  it("names the server it is meant for, and none when it is not known", async () => {
    answer = () => ours({ last_seq: 3 });
    await sendTap("7", "?at=drive", {}, { server: "first" });
    await sendTap("7", "", {});
    const calls = vi.mocked(fetch).mock.calls;
    expect(calls.map(([path]) => path)).toEqual(["/api/jobs/7/taps?at=drive", "/api/jobs/7/taps"]);
    const named = calls.map(([, init]) => new Headers(init?.headers).get("tribodex-server"));
    expect(named).toEqual(["first", null]);
  });

  it("has an id of its own", () => {
    const ids = new Set(Array.from({ length: 200 }, newId));
    expect(ids.size).toBe(200);
    expect([...ids].every((id) => /^[0-9a-f]{32}$/.test(id))).toBe(true);
  });
});

describe("a large plant", () => {
  it("is whole only with its last page, in the plant's order", async () => {
    const asked: string[] = [];
    const page = (names: string[], more_after: string) =>
      ours({ machines: names.map((id) => ({ id })), more_after });
    vi.mocked(fetch).mockImplementation(async (address) => {
      asked.push(String(address));
      if (String(address) === "/api/plant") return page(["a", "b"], "b");
      return String(address).endsWith("after=b") ? page(["c d"], "c d") : page(["e"], "");
    });
    const plant = await getChoices();
    expect(plant.machines.map((one) => one.id)).toEqual(["a", "b", "c d", "e"]);
    expect(asked).toEqual([
      "/api/plant",
      "/api/plant/machines?after=b",
      "/api/plant/machines?after=c+d",
    ]);
  });

  it("is not shown in parts where a page does not come", async () => {
    vi.mocked(fetch).mockImplementation(async (address) => {
      if (String(address) === "/api/plant")
        return ours({ machines: [{ id: "a" }], more_after: "a" });
      throw new TypeError("no network");
    });
    await expect(getChoices()).rejects.toBeInstanceOf(AwayError);
  });
});
