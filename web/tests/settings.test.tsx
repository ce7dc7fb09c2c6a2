/** What a person set goes with that person; what could not be sent yet is lost to nobody. */
import { act, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { people } from "../src/api";
import { useSettings } from "../src/ui";
import { button, hand, ours, show } from "./page";
import { inOf, meOf } from "./people";

const LOOK_NOW = () => document.documentElement.dataset["look"];

function Darken() {
  const { look, change } = useSettings();
  return <button onClick={() => change({ look: "dark" })}>{look}</button>;
}

function server(answers: () => boolean, name = "Ines Whitlow") {
  const kept: Record<string, string> = { look: "light" };
  const sent: unknown[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn(async (_path: string, init: RequestInit = {}) => {
      if (!answers()) throw new TypeError("no network");
      const { settings } = JSON.parse(String(init.body)) as { settings: Record<string, string> };
      sent.push(settings);
      return ours(meOf(name, { settings: Object.assign(kept, settings) }));
    }),
  );
  return sent;
}

afterEach(() => {
  vi.unstubAllGlobals();
  localStorage.clear();
});

describe("a setting that was made without a network", () => {
  it("is there after the page is loaded again, and is sent then", async () => {
    let network = false;
    const sent = server(() => network);
    act(() => people.entered(inOf("Ines Whitlow", "tap", { settings: { look: "light" } })));
    const before = show(<Darken />);
    await hand().click(button("light"));
    await screen.findByRole("button", { name: "dark" });
    before.unmount();
    network = true;
    show(<Darken />);
    await screen.findByRole("button", { name: "dark" });
    await waitFor(() => expect(localStorage.getItem("tribodex.settings-unsent")).toBe("{}"));
    expect(sent).toEqual([{ look: "dark" }]);
    expect(LOOK_NOW()).toBe("dark");
    // Sent once: what another device sets later is not overruled by it.
    act(() => people.heard(meOf("Ines Whitlow", { settings: { look: "light" } })));
    await screen.findByRole("button", { name: "light" });
  });

  it("is not another person's", async () => {
    server(() => false);
    act(() => people.entered(inOf("Ines Whitlow", "tap", { settings: { look: "light" } })));
    show(<Darken />);
    await hand().click(button("light"));
    act(() => people.entered(inOf("Ned Harrow", "tap", { settings: { look: "light" } })));
    await screen.findByRole("button", { name: "light" });
    act(() => people.entered(inOf("Ines Whitlow", "tap", { settings: { look: "light" } })));
    await screen.findByRole("button", { name: "dark" });
  });
});
