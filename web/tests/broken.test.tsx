/** A page that breaks says so, and another one goes on. */
import { render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Unbroken } from "../src/app/broken";
import { NotKept } from "../src/app/shell-parts";

function Breaks(): never {
  throw new Error("no such bearing");
}

test("a page that breaks is said in words, with a way on; another address begins anew", () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const page = render(
    <Unbroken at="/a">
      <Breaks />
    </Unbroken>,
  );
  expect(screen.getByRole("alert").textContent).toContain("no such bearing");
  expect(screen.getByRole("alert").textContent).toContain("taps that wait are kept on this device");
  expect(screen.getByRole("link", { name: "To all jobs" }).getAttribute("href")).toBe("/");
  page.rerender(
    <Unbroken at="/b">
      <p>Jobs</p>
    </Unbroken>,
  );
  expect(screen.queryByRole("alert")).toBeNull();
  expect(screen.getByText("Jobs")).toBeTruthy();
});

test("says in words where no reload without a network is possible, and how it will be", () => {
  render(<NotKept secure={false} />);
  expect(screen.getByText(/No reload without a network/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "How to trust the server" }).getAttribute("href")).toBe(
    "/trust",
  );
  expect(render(<NotKept secure />).container.textContent).toBe("");
});
