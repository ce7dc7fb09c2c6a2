/**
 * Pages by their address: fetched before the frame stands, shown without a word of waiting, never
 * waited for for ever.
 */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { screen } from "@testing-library/react";
import { Suspense } from "react";
import { describe, expect, it } from "vitest";
import { PAGES, firstPage } from "../src/app/pages";
import { show } from "./page";

const page = (path: string) => PAGES.find((one) => one.path === path)!.Page;

function shown(path: string) {
  const Page = page(path);
  const queries = new QueryClient({
    defaultOptions: { queries: { retry: false, enabled: false } },
  });
  return show(
    <QueryClientProvider client={queries}>
      <Suspense fallback={<p>Opening …</p>}>
        <Page />
      </Suspense>
    </QueryClientProvider>,
  );
}

describe("the first page", () => {
  it("is shown at once where it was fetched, and waited for where it was not", async () => {
    await firstPage("/rounds", 20_000);
    shown("/rounds");
    expect(screen.queryByText("Opening …")).toBeNull();
    expect(screen.getByRole("heading", { name: "Rounds" })).toBeTruthy();
    shown("/tables");
    expect(screen.getByText("Opening …")).toBeTruthy();
  });

  it("is found by its address, whatever job it shows; an address without a page waits for nothing", async () => {
    const begin = performance.now();
    await firstPage("/nowhere/at/all", 20_000);
    expect(performance.now() - begin).toBeLessThan(1_000);
    expect(await firstPage("/plant/be-1-head-drive", 20_000)).toHaveProperty("default");
  });

  it("is not waited for for ever", async () => {
    const jobs = PAGES.find(({ path }) => path === "/jobs/:id")!;
    const fetch = jobs.fetch;
    jobs.fetch = () => new Promise(() => undefined);
    try {
      expect(await firstPage("/jobs/17", 30)).toBeUndefined();
      jobs.fetch = () => Promise.reject(new Error("no network"));
      expect(await firstPage("/jobs/17", 20_000)).toBeUndefined();
    } finally {
      jobs.fetch = fetch;
    }
  });
});
