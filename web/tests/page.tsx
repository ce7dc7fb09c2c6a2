/** A part of the page by itself, with a hand that taps and types. */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { ProblemError, type Command, type ProblemField, type RefusedCommand } from "../src/api";
import { SettingsProvider } from "../src/ui";

export function show(part: ReactNode, settings: Record<string, unknown> = {}, at = "/") {
  localStorage.setItem(
    "tribodex.settings",
    JSON.stringify({ units: "mm", look: "light", ...settings }),
  );
  const clothed = (inside: ReactNode) => (
    <MemoryRouter initialEntries={[at]}>
      <SettingsProvider>{inside}</SettingsProvider>
    </MemoryRouter>
  );
  const page = render(clothed(part));
  return { ...page, again: (inside: ReactNode) => page.rerender(clothed(inside)) };
}

/** An answer that carries the server's own mark. */
export const ours = (body: unknown, init: ResponseInit = {}) =>
  Response.json(body, { ...init, headers: { "tribodex-server": "-" } });
export const hand = () => userEvent.setup();
export const button = (name: string | RegExp) =>
  screen.getByRole<HTMLButtonElement>("button", { name });
export const choice = (name: string | RegExp) => screen.getByRole("radio", { name });
export const line = (name: string | RegExp) => screen.getByLabelText<HTMLInputElement>(name);

/** A tap that the server refused, naming what was wrong with it. */
export function refusal(command: Command, ...fields: ProblemField[]): RefusedCommand {
  return {
    id: "1",
    at: "",
    command,
    problem: new ProblemError(422, "Not taken", "Something is missing.", fields),
  };
}

/** What a panel is asked for by a move; what the kernel asks itself is nothing of the panel's. */
export const moveOf = (next: string) =>
  (["nothing", "held", "sign", "confirm_gate"].includes(next) ? null : next) as never;
