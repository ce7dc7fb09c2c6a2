/**
 * One calculator of the calculator: what it asks on the left, what follows from it beside it while
 * typing.
 */
import { useEffect, useState } from "react";
import { useParams } from "react-router";
import { workSheet, type SheetHead } from "../../api";
import { Button, Earlier, NoAnswer, useSettings, useWorkedOut } from "../../ui";
import { SheetChoice, useSheets } from "./sheet-choice";
import { SheetForm } from "./sheet-form";
import { SheetFound } from "./sheet-found";

const KEY = "tribodex.sheet.";

type Given = Record<string, string>;

function kept(id: string): Given {
  try {
    return (JSON.parse(localStorage.getItem(KEY + id) ?? "{}") ?? {}) as Given;
  } catch {
    return {};
  }
}

export function SheetPage() {
  const { sheet: id = "" } = useParams();
  const sheets = useSheets();
  const sheet = sheets?.find((one) => one.id === id);
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-2xl font-bold">{sheet?.title ?? "Calculator"}</h1>
          <p className="text-soft">Nothing here is kept in a record.</p>
        </div>
        <SheetChoice now={sheet?.id ?? ""} />
      </div>
      {sheet ? <Worked key={id} sheet={sheet} /> : null}
      {sheets && !sheet ? (
        <p className="sheet p-4">There is no such sheet. Choose one from the list.</p>
      ) : null}
    </div>
  );
}

function Worked({ sheet }: { sheet: SheetHead }) {
  const { units } = useSettings();
  const [given, setGiven] = useState(() => kept(sheet.id));
  useEffect(() => localStorage.setItem(KEY + sheet.id, JSON.stringify(given)), [sheet.id, given]);
  const missing = sheet.entries.filter((entry) => entry.needed && !given[entry.name]?.trim());
  const shown: "mm" | "in" = units === "mm" ? "mm" : "in";
  const { answer, earlier, problem, away } = useWorkedOut(
    { only: Object.fromEntries(Object.entries(given).filter(([, text]) => text.trim())), shown },
    missing.length === 0,
    (typed) => workSheet(sheet.id, typed.only, typed.shown),
  );
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[24rem_minmax(0,1fr)]">
      <section className="sheet space-y-3 p-3" aria-label="Given">
        <SheetForm
          sheet={sheet}
          given={given}
          problem={problem}
          onChange={(name, value) => setGiven((before) => ({ ...before, [name]: value }))}
        />
        <Button kind="quiet" onClick={() => setGiven({})}>
          Wipe this sheet
        </Button>
      </section>
      <section
        className="sheet sticky bottom-0 max-h-[42vh] overflow-y-auto p-3 lg:top-2 lg:max-h-none lg:p-4"
        aria-label="Answer"
        aria-live="polite"
      >
        {away ? <NoAnswer /> : null}
        {missing.length > 0 ? (
          <p className="text-soft">
            Still to give: {missing.map((entry) => inASentence(entry.label)).join("; ")}.
          </p>
        ) : away ? null : (
          <Earlier earlier={earlier}>
            <SheetFound answer={answer} problem={problem} />
          </Earlier>
        )}
      </section>
    </div>
  );
}

/** A label within a sentence; symbols keep their case: d is a bore, D an outside diameter. */
const inASentence = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);
