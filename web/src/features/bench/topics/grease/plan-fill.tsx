/**
 * How much goes where: by the sheet, or by a share of the housing's space; with which gun, over how
 * many corners.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { GunChoice } from "./gun-choice";
import type { GreaseProps } from "./panel";

type PlanFillCommand = Extract<Command, { kind: "plan_fill" }>;

const EMPTY = {
  gun: "",
  stroke: "",
  mass: "",
  sheet: "",
  sheet_source: "",
  sheet_stroke: "",
  seals: "",
  volume: "",
  housing: "",
  inside: "",
  share: "",
  corners: "",
  cartridge: "",
};
const WAYS = [
  { value: "sizes", label: "inside sizes of the housing" },
  { value: "sheet", label: "its sheet" },
  { value: "volume", label: "its space is known" },
];

export function PlanFill({ work, tap, refused }: GreaseProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_fill");
  const [pace, setPace] = useState("");
  const [by, setBy] = useState("sizes");
  const [sheetIs, setSheetIs] = useState<NonNullable<PlanFillCommand["sheet_is"]>>("");
  const sizes = by === "sizes" || (by === "sheet" && sheetIs === "bearing");
  const strokes = by === "sheet" && /stroke|shot|pump/i.test(entry.text("sheet"));
  const text = (name: keyof typeof EMPTY, when = true) => (when ? entry.text(name) : "");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({
          kind: "plan_fill",
          pace,
          gun: text("gun"),
          stroke: text("stroke"),
          mass: text("mass"),
          sheet: text("sheet", by === "sheet"),
          sheet_source: text("sheet_source", by === "sheet"),
          sheet_stroke: text("sheet_stroke", strokes),
          seals: text("seals"),
          sheet_is: by === "sheet" ? sheetIs : "",
          volume: text("volume", by === "volume"),
          housing: text("housing", sizes),
          inside: text("inside", sizes),
          share: text("share", by !== "sheet"),
          corners: text("corners"),
          cartridge: text("cartridge"),
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <ChoiceRow
        label="How fast it runs"
        value={pace}
        onChange={setPace}
        options={work.paces.map(({ value, words }) => ({ value, label: words }))}
        problem={entry.problem("pace")}
      />
      <ChoiceRow label="The housing's amount by" value={by} onChange={setBy} options={WAYS} />
      {by === "sheet" ? (
        <ChoiceRow
          label="The sheet's amount is"
          value={sheetIs}
          onChange={(value) => setSheetIs(value as typeof sheetIs)}
          options={choicesOf("plan_fill", "sheet_is", false)}
          problem={entry.problem("sheet_is")}
        />
      ) : null}
      <div className="grid gap-3 sm:grid-cols-3">
        {sizes ? (
          <>
            <EntryText entry={entry} name="housing" />
            <EntryText entry={entry} name="inside" />
          </>
        ) : null}
        {by === "volume" ? <EntryText entry={entry} name="volume" hint="cm³, l or in³" /> : null}
        {by === "sheet" ? (
          <>
            <EntryText
              entry={entry}
              name="sheet"
              label="Amount of the sheet"
              hint="230 g, 8 oz, 20 strokes"
            />
            {strokes ? (
              <EntryText entry={entry} name="sheet_stroke" hint="empty: it does not say" />
            ) : null}
            <EntryText entry={entry} name="sheet_source" />
          </>
        ) : (
          <EntryText
            entry={entry}
            name="share"
            label="Share of it"
            hint="empty: by the rule, about 30 %"
          />
        )}
      </div>
      <GunChoice entry={entry} />
      <div className="grid gap-3 sm:grid-cols-3">
        <EntryText entry={entry} name="corners" hint="empty: 4" />
        <EntryText entry={entry} name="mass" hint="kg; empty: not known" />
        <EntryText entry={entry} name="seals" hint="0 where none; empty: not known" />
        <EntryText entry={entry} name="cartridge" hint="empty: 400 g" />
      </div>
      <Button kind="main" data-main type="submit" disabled={!pace && work.paces.length > 0}>
        Work it out
      </Button>
    </form>
  );
}
