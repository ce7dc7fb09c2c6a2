/**
 * What others mounted is said again at the bench; a number that was read back is meant, or another
 * one.
 */
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Bench } from "../src/api";
import { AskedField } from "../src/features/bench/asked-field";
import { FittedHere } from "../src/features/bench/fitted-here";
import { TextField, alsoMeant, meantBut } from "../src/ui";
import { button, choice, hand, line, show } from "./page";

const PLACE = {
  id: "1",
  name: "Drive side",
  fitted: {
    designation: "22218 K C3",
    shaft: "80 mm",
    bore: "90 mm",
    outside: "160 mm",
    width: "40 mm",
    design: "spherical",
    seat: "adapter_sleeve",
  },
} as unknown as Bench["places"][number];

describe("what is fitted here", () => {
  it("is said again with its sizes, in the units of the screen", async () => {
    const tap = vi.fn();
    show(<FittedHere place={PLACE} tap={tap} />, { units: "inch" });
    await hand().click(button("Another bearing is fitted here"));
    expect(line("Bore").value).toBe("3.5433 in");
    expect(button("This is fitted").disabled).toBe(true);
    await hand().clear(line("Shaft diameter"));
    await hand().type(line("Shaft diameter"), "3 7/16");
    await hand().click(button("This is fitted"));
    expect(tap.mock.calls[0]?.[0]).toEqual({
      kind: "say_fitted",
      ...PLACE.fitted,
      shaft: "3 7/16",
      shown: "in",
    });
  });

  it("another number has sizes of its own", async () => {
    const tap = vi.fn();
    show(<FittedHere place={PLACE} tap={tap} />);
    await hand().click(button("Another bearing is fitted here"));
    await hand().clear(line("Number on the ring, or what it is called"));
    await hand().type(line("Number on the ring, or what it is called"), "22220 K");
    expect(line("Bore").value).toBe("");
    await hand().click(choice("a withdrawal sleeve"));
    await hand().click(button("This is fitted"));
    expect(tap.mock.calls[0]?.[0]).toMatchObject({
      designation: "22220 K",
      bore: "",
      design: "",
      seat: "withdrawal_sleeve",
      shown: "mm",
    });
  });
});

describe("a number that was read back", () => {
  const problem = {
    name: "width",
    message: "190 mm is not expected here.",
    expected: "3.6 to 90 mm",
    choices: ["19 mm", "190 mm"],
    meant: true,
  };

  it("is another one, or is meant", async () => {
    const onChoose = vi.fn();
    const onMeant = vi.fn();
    show(
      <TextField
        label="Width"
        value="190"
        onChange={() => {}}
        problem={problem}
        onChoose={onChoose}
        onMeant={onMeant}
      />,
    );
    await hand().click(button("19 mm"));
    await hand().click(button("190 mm is meant"));
    expect(onChoose.mock.calls).toEqual([["19 mm"]]);
    expect(onMeant).toHaveBeenCalledOnce();
  });

  it("is not offered as it was typed where nobody can say that it is meant", () => {
    show(
      <TextField
        label="Width"
        value="190"
        onChange={() => {}}
        problem={problem}
        onChoose={() => {}}
      />,
    );
    expect(screen.getAllByRole("button").map((one) => one.textContent)).toEqual(["19 mm"]);
  });

  it("is kept by its name until another number is typed", () => {
    expect(alsoMeant(undefined, "width")).toBe("width");
    expect(alsoMeant("growth,width", "width")).toBe("growth,width");
    expect(meantBut("growth,width", "growth")).toBe("width");
  });
});

it("a field is drawn as it is asked for", async () => {
  const onChange = vi.fn();
  show(
    <>
      <AskedField
        field={{ label: "Rubs", family: "text", empty: "nothing" }}
        value=""
        onChange={onChange}
      />
      <AskedField field={{ label: "Turned", family: "yes_no" }} value="" onChange={onChange} />
      <AskedField field={{ label: "Found", family: "lines" }} value={"a\nb"} onChange={onChange} />
    </>,
  );
  expect(screen.getByText("empty: nothing")).toBeTruthy();
  expect(screen.getByLabelText<HTMLTextAreaElement>("Found").value).toBe("a\nb");
  await hand().click(choice("yes"));
  expect(onChange.mock.calls).toEqual([["yes"]]);
});
