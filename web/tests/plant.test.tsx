/**
 * From nothing to the first plan: what is still to be added, and forms that lose nothing when they
 * are refused.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { screen, waitFor, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { AddMachine, AddPosition } from "../src/features/plant/add-to-plant";
import { FirstSteps } from "../src/features/plant/first-steps";
import { hand, show } from "./page";

const inApp = (part: ReactNode) =>
  show(<QueryClientProvider client={new QueryClient()}>{part}</QueryClientProvider>);

afterEach(() => vi.unstubAllGlobals());

function answer(status: number, body: unknown) {
  const fetch = vi.fn(() =>
    Promise.resolve(
      new Response(JSON.stringify(body), {
        status,
        headers: {
          "Content-Type": status < 300 ? "application/json" : "application/problem+json",
          "tribodex-server": "-",
        },
      }),
    ),
  );
  vi.stubGlobal("fetch", fetch);
  return fetch;
}

describe("to begin with", () => {
  it("says what is missing, and nothing once all is there", () => {
    const { unmount } = show(<FirstSteps people={2} machines={0} positions={0} sets={0} />);
    const steps = within(screen.getByRole("region", { name: "To begin with" })).getAllByRole(
      "listitem",
    );
    expect(steps.map(({ textContent }) => textContent?.includes("✓"))).toEqual([
      true,
      false,
      false,
      false,
    ]);
    expect(screen.getByRole("link", { name: "Tool crib" }).getAttribute("href")).toBe("/crib");
    unmount();
    show(<FirstSteps people={1} machines={1} positions={1} sets={1} />);
    expect(screen.queryByRole("region", { name: "To begin with" })).toBeNull();
  });
});

describe("a machine", () => {
  it("is sent as it was typed, and the form is empty for the next one", async () => {
    const fetch = answer(201, { id: "m-1" });
    inApp(<AddMachine />);
    await hand().type(screen.getByLabelText("Machine"), "Grit cyclone");
    await hand().click(screen.getByRole("button", { name: "Add the machine" }));
    await waitFor(() =>
      expect((screen.getByLabelText("Machine") as HTMLInputElement).value).toBe(""),
    );
    const [to, init] = fetch.mock.calls[0] as unknown as [string, RequestInit];
    expect(to).toBe("/api/plant/machines");
    expect(JSON.parse(String(init.body))).toEqual({ name: "Grit cyclone", area: "" });
  });

  it("that is refused stays typed, with what is wrong at its field, and the focus there", async () => {
    answer(422, {
      title: "Something needs correcting",
      detail: "There is a machine “Grit cyclone” already.",
      fields: [
        {
          name: "name",
          message: "There is a machine “Grit cyclone” already.",
          expected: "another name",
        },
      ],
    });
    inApp(<AddMachine />);
    await hand().type(screen.getByLabelText("Machine"), "Grit cyclone{enter}");
    const field = screen.getByLabelText("Machine") as HTMLInputElement;
    await waitFor(() => expect(field.getAttribute("aria-invalid")).toBe("true"));
    expect(field.value).toBe("Grit cyclone");
    await waitFor(() => expect(document.activeElement).toBe(field));
  });
});

it("a position says nothing that nobody said: fixed or floating is not known until it is tapped", async () => {
  const fetch = answer(201, { id: "m-1" });
  inApp(<AddPosition machine="m-1" name="Grit cyclone" />);
  await hand().click(screen.getByText("Add a position"));
  await hand().type(screen.getByLabelText("Position"), "Drive end");
  await hand().click(screen.getByRole("button", { name: "Add the position" }));
  await waitFor(() => expect(fetch).toHaveBeenCalled());
  const [to, init] = fetch.mock.calls[0] as unknown as [string, RequestInit];
  expect(to).toBe("/api/plant/machines/m-1/positions");
  expect(JSON.parse(String(init.body))).toEqual({
    name: "Drive end",
    bearing: "",
    shaft: "",
    holds: "",
  });
});
