/**
 * One calculator of the calculator: what it asks on the left, what follows from it beside it while
 * typing.
 */
import { useEffect, useRef, useState } from "react";
import { useParams } from "react-router";
import { AwayError, ProblemError, workSheet, type SheetAnswer, type SheetHead } from "../../api";
import { Button, useSettings } from "../../ui";
import { SheetChoice, useSheets } from "./sheet-choice";
import { SheetForm } from "./sheet-form";
import { SheetFound } from "./sheet-found";

const WAIT_MS = 300;
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
  const { answer, problem, away } = useAnswer(
    sheet.id,
    given,
    units === "mm" ? "mm" : "in",
    missing.length === 0,
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
        {away ? (
          <p role="alert" className="pb-2">
            <b className="text-care">△ No answer from the server.</b> What you typed stays here.
          </p>
        ) : null}
        {missing.length > 0 ? (
          <p className="text-soft">
            Still to give: {missing.map((entry) => inASentence(entry.label)).join("; ")}.
          </p>
        ) : (
          <SheetFound answer={problem ? null : answer} problem={problem} />
        )}
      </section>
    </div>
  );
}

/** A label within a sentence; symbols keep their case: d is a bore, D an outside diameter. */
const inASentence = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);

/** Worked out while typing; an answer to what was typed before never overtakes a later one. */
function useAnswer(id: string, given: Given, shown: "mm" | "in", enough: boolean) {
  const [answer, setAnswer] = useState<SheetAnswer | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  const asked = useRef(0);
  useEffect(() => {
    const mine = ++asked.current;
    if (!enough) return;
    const timer = window.setTimeout(() => {
      const only = Object.fromEntries(Object.entries(given).filter(([, value]) => value.trim()));
      workSheet(id, only, shown).then(
        (found) => {
          if (mine !== asked.current) return;
          setAnswer(found);
          setProblem(null);
          setAway(false);
        },
        (error: unknown) => {
          if (mine !== asked.current) return;
          setProblem(error instanceof ProblemError ? error : null);
          setAway(error instanceof AwayError);
        },
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [id, given, shown, enough]);
  return { answer, problem, away };
}
