/**
 * A finding on an unrolled face: tap where it lies, or type degrees, a clock time or millimetres
 * along it.
 */
import { useState } from "react";
import { type Command, choicesOf } from "../../../../api";
import { Unrolled, type Place } from "../../../../drawing";
import { Button, ChoiceRow, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { CountAndLoad } from "./count-and-load";
import type { LookProps } from "./panel";

type Marked = Extract<Command, { kind: "mark_finding" }>;

export function FindingForm(props: LookProps) {
  const { work, tap, refused } = props;
  const { units } = useSettings();
  const [face, setFace] = useState<Marked["face"]>("outer");
  const [sign, setSign] = useState<Marked["sign"]>("dent");
  const [row, setRow] = useState("");
  const entry = useEntry({ at: "", to: "", middle: "", width: "" }, refused, "mark_finding");
  const strip = work.strips.find((one) => one.face === face);
  const typed = Number.parseFloat(entry.text("at"));
  const shown: Place | null =
    /^[\d.]+°?$/.test(entry.text("at")) && typed <= 360 ? { deg: typed, row: 0 } : null;
  if (!strip) return null;
  const place = (found: Place) => {
    // A second tap makes an arc of what begins at the first.
    const second = entry.text("at") !== "" && entry.text("to") === "" && !SPOTS.has(sign);
    entry.set(second ? "to" : "at")(`${found.deg}°`);
    if (!second) {
      entry.set("to")("");
      setRow(strip.rows === 2 ? String(found.row) : "");
    }
  };
  return (
    <section aria-label="Mark a place" className="space-y-3">
      <h2 className="font-bold">Mark where it is</h2>
      <ChoiceRow
        label="Sign"
        value={sign}
        onChange={(value) => setSign(value as Marked["sign"])}
        options={choicesOf("mark_finding", "sign")}
      />
      <ChoiceRow
        label="On the"
        value={face}
        onChange={(value) => {
          setFace(value as Marked["face"]);
          setRow("");
        }}
        options={work.strips.map((one) => ({ value: one.face, label: one.words }))}
      />
      <Unrolled
        strip={strip}
        findings={work.findings}
        loadDeg={work.load_deg}
        place={shown}
        onPlace={place}
      />
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          const { at = "", to = "", middle = "", width = "" } = entry.values;
          tap({
            kind: "mark_finding",
            face,
            sign,
            at,
            to,
            row,
            middle,
            width,
            shown: units === "mm" ? "mm" : "in",
          });
          entry.clear();
        }}
      >
        <EntryText
          entry={entry}
          name="at"
          label="Place, or where it begins"
          hint="210°, 7 o'clock, 120 mm"
        />
        <EntryText
          entry={entry}
          name="to"
          label="Where it ends (empty: a spot)"
          hint="0 to 360: all round"
        />
        {strip.rows === 2 ? (
          <ChoiceRow
            label="Row"
            value={row}
            onChange={setRow}
            options={choicesOf("mark_finding", "row")}
          />
        ) : null}
        {sign === "path" ? (
          <>
            <EntryText
              entry={entry}
              name="middle"
              label="Its middle, from the nut side (empty: not measured)"
            />
            <EntryText entry={entry} name="width" label="Its width (empty: not measured)" />
          </>
        ) : null}
        <Button type="submit" className="sm:col-span-2" disabled={!entry.text("at").trim()}>
          Mark the {sign}
        </Button>
      </form>
      <CountAndLoad {...props} />
    </section>
  );
}

const SPOTS = new Set<Marked["sign"]>(["dent", "crack"]);
