/**
 * Worked out while typing: a figure of what was typed before never passes for one of what is typed
 * now.
 */
import { act, render, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { AwayError, ProblemError } from "../src/api";
import { Earlier, useWorkedOut } from "../src/ui";

type Work = (given: { bore: string }) => Promise<string>;

function Sheet({ bore, work }: { bore: string; work: Work }) {
  const found = useWorkedOut({ bore }, bore !== "", work);
  return (
    <>
      <Earlier earlier={found.earlier}>
        <p data-testid="figure">{found.answer ?? "none"}</p>
      </Earlier>
      <p data-testid="wrong">{found.problem?.detail ?? ""}</p>
      <p data-testid="away">{found.away ? "away" : ""}</p>
    </>
  );
}

const figure = () => said("figure");
const faded = () => document.querySelector(".earlier")?.getAttribute("aria-busy");
const said = (what: string) => screen.getByTestId(what).textContent;

/** Answers that come when they are let. */
function slowly() {
  const asked: { bore: string; answer: (text: string) => void; fail: (error: Error) => void }[] =
    [];
  const work: Work = ({ bore }) =>
    new Promise((answer, fail) => asked.push({ bore, answer, fail }));
  const nth = async (at: number) => {
    await waitFor(() => expect(asked.length).toBeGreaterThan(at));
    return asked[at]!;
  };
  return { work, nth, asked };
}

describe("what is worked out while typing", () => {
  it("fades as soon as something else is typed, and is replaced by its own answer", async () => {
    const { work, nth } = slowly();
    const page = render(<Sheet bore="140 mm" work={work} />);
    (await nth(0)).answer("of 140");
    await waitFor(() => expect(figure()).toBe("of 140"));
    expect(faded()).toBe("false");
    page.rerender(<Sheet bore="150 mm" work={work} />);
    expect(faded()).toBe("true");
    expect(screen.getByText(/typed before/)).toBeTruthy();
    (await nth(1)).answer("of 150");
    await waitFor(() => expect(figure()).toBe("of 150"));
    expect(faded()).toBe("false");
    expect(screen.queryByText(/typed before/)).toBeNull();
  });

  it("never shows an answer that was overtaken", async () => {
    const { work, nth } = slowly();
    const page = render(<Sheet bore="140 mm" work={work} />);
    const first = await nth(0);
    page.rerender(<Sheet bore="150 mm" work={work} />);
    (await nth(1)).answer("of 150");
    await waitFor(() => expect(figure()).toBe("of 150"));
    await act(async () => first.answer("of 140"));
    await act(async () => new Promise((done) => setTimeout(done)));
    expect(figure()).toBe("of 150");
  });

  it("shows no figure where an entry is refused, or where nobody answers", async () => {
    const { work, nth } = slowly();
    const page = render(<Sheet bore="140 mm" work={work} />);
    (await nth(0)).answer("of 140");
    await waitFor(() => expect(figure()).toBe("of 140"));
    page.rerender(<Sheet bore="14" work={work} />);
    (await nth(1)).fail(new ProblemError(422, "", "14 of what?", []));
    await waitFor(() => expect(said("wrong")).toBe("14 of what?"));
    expect(figure()).toBe("none");
    page.rerender(<Sheet bore="150 mm" work={work} />);
    (await nth(2)).answer("of 150");
    await waitFor(() => expect(figure()).toBe("of 150"));
    expect(said("wrong")).toBe("");
    page.rerender(<Sheet bore="160 mm" work={work} />);
    (await nth(3)).fail(new AwayError("No network."));
    await waitFor(() => expect(said("away")).toBe("away"));
    expect(figure()).toBe("none");
  });

  it("asks again when the network comes back, with nothing typed", async () => {
    const { work, nth } = slowly();
    render(<Sheet bore="140 mm" work={work} />);
    (await nth(0)).fail(new AwayError("No network."));
    await waitFor(() => expect(said("away")).toBe("away"));
    window.dispatchEvent(new Event("online"));
    const again = await nth(1);
    expect(again.bore).toBe("140 mm");
    again.answer("of 140");
    await waitFor(() => expect(figure()).toBe("of 140"));
    expect(said("away")).toBe("");
  });

  it("goes with the entry it was of", async () => {
    const { work, nth } = slowly();
    const page = render(<Sheet bore="140 mm" work={work} />);
    (await nth(0)).answer("of 140");
    await waitFor(() => expect(figure()).toBe("of 140"));
    page.rerender(<Sheet bore="" work={work} />);
    expect(figure()).toBe("none");
  });
});
