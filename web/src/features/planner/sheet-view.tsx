/** The plan sheet: methods and cards to choose, every way side by side, targets with their working, what to take along. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Early, PlanSheet } from "../../api";
import { WaysChart } from "../../charts";
import { BearingSection } from "../../drawing";
import { ChoiceRow, Figure, Say, clearance, figure, length, useSettings, type Units } from "../../ui";

interface Choose {
  onCard: (card: string) => void;
  onMethod: (method: string) => void;
  onWasher: (washer: string) => void;
}

export function SheetView(
  props: Choose & { sheet: PlanSheet | null; early: Early | null; printAddress: string },
) {
  const { sheet, early } = props;
  if (!sheet) return <NotYet early={early} />;
  return (
    <div className="min-w-0 space-y-4">
      <div className="sheet grid gap-4 p-4 md:grid-cols-[1fr_16rem]">
        <div>
          <h2 className="text-xl font-bold">{sheet.label}</h2>
          {sheet.tool ? (
            <p className="py-1">
              Drive with: <b>{sheet.tool.tool}</b>. <span className="text-soft">{sheet.tool.reason}</span>
            </p>
          ) : null}
          {sheet.plan.findings.map((finding) => (
            <p key={finding} className="py-1 text-sm">
              <span aria-hidden className="font-bold text-care">
                △{" "}
              </span>
              <Say>{finding}</Say>
            </p>
          ))}
          <Prints sheet={sheet} address={props.printAddress} />
        </div>
        <BearingSection section={sheet.section} playUm={null} label={sheet.label} />
      </div>
      <div className="grid items-start gap-4 xl:grid-cols-2">
        <div className="sheet px-4 py-2">
          <h3 className="pt-2 font-bold">Targets</h3>
          {sheet.figures.map((result) => (
            <Figure key={result.id + result.label} result={result} />
          ))}
        </div>
        <div className="min-w-0 space-y-4">
          <Methods sheet={sheet} onMethod={props.onMethod} onWasher={props.onWasher} />
          {sheet.cards.length > 0 ? <Cards sheet={sheet} onCard={props.onCard} /> : null}
        </div>
      </div>
      {sheet.comparison.ways.length > 1 ? <SideBySide sheet={sheet} /> : null}
      <div className="grid items-start gap-4 md:grid-cols-2">
        <div className="space-y-4">
          <List title="Take along: tools">{sheet.tools}</List>
          <List title="Take along: parts">{sheet.parts}</List>
        </div>
        <List title="Cautions" warn>
          {[...sheet.cautions, sheet.standing_above]}
        </List>
      </div>
    </div>
  );
}

/** What is known so far, drawn and worked out, and what is still to give. */
function NotYet({ early }: { early: Early | null }) {
  if (!early?.section) {
    return (
      <div className="sheet h-fit p-6">
        <h2 className="text-lg font-bold">The targets appear here</h2>
        <p className="py-2 text-soft">
          Choose a position, or give the number on the ring. Limits of the clearance group, reduction,
          drive-up, nut angle and rim length appear with their sources as soon as each can be worked out.
        </p>
        {early ? <Missing early={early} /> : null}
      </div>
    );
  }
  return (
    <div className="min-w-0 space-y-4">
      <div className="sheet grid gap-4 p-4 md:grid-cols-[1fr_16rem]">
        <div>
          <h2 className="text-xl font-bold">{early.label}</h2>
          <Missing early={early} />
        </div>
        <BearingSection section={early.section} playUm={null} label={early.label} />
      </div>
      <div className="sheet px-4 py-2">
        <h3 className="pt-2 font-bold">Known so far</h3>
        {early.figures.map((result) => (
          <Figure key={result.id + result.label} result={result} />
        ))}
      </div>
    </div>
  );
}

function Missing({ early }: { early: Early }) {
  if (early.missing.length === 0) return null;
  return (
    <>
      <p className="pt-2">Still to give or to correct:</p>
      <ul className="space-y-1">
        {early.missing.map((field) => (
          <li key={field.name + field.message}>
            <span className="font-bold">
              <Say>{field.message}</Say>
            </span>{" "}
            <span className="text-soft">
              <Say>{field.expected ?? ""}</Say>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Prints({ sheet, address }: { sheet: PlanSheet; address: string }) {
  const { nut, turn_range_deg: asked } = sheet.plan;
  const strip = new URLSearchParams({ title: sheet.label });
  if (nut?.outside_mm) {
    strip.set("outside_mm", String(nut.outside_mm));
    strip.set("thread_mm", String(nut.thread_mm));
    strip.set("pitch_mm", String(nut.pitch_mm));
    if (nut.slots && nut.tabs) {
      strip.set("slots", String(nut.slots));
      strip.set("tabs", String(nut.tabs));
    }
    if (asked) {
      strip.set("from_deg", asked.low.toFixed(1));
      strip.set("to_deg", asked.high.toFixed(1));
    }
  }
  const links = [
    { to: address, words: "Plan sheet, A4" },
    { to: `${address}&paper=letter`, words: "Letter" },
    ...(nut?.outside_mm
      ? [
          { to: `/api/print/strip.pdf?${strip}`, words: "Nut strip and protractor 1:1, A4" },
          { to: `/api/print/strip.pdf?${strip}&paper=letter`, words: "Letter" },
          { to: `/api/print/strip.svg?${strip}`, words: "SVG" },
        ]
      : []),
  ];
  return (
    <p className="flex flex-wrap gap-x-4 pt-1 text-sm">
      <span className="inline-flex min-h-12 items-center text-soft">Print:</span>
      {links.map((link) => (
        <a
          key={link.to}
          href={link.to}
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
        >
          {link.words}
        </a>
      ))}
    </p>
  );
}

function Methods({ sheet, onMethod, onWasher }: { sheet: PlanSheet } & Omit<Choose, "onCard">) {
  return (
    <div className="sheet space-y-4 p-4">
      <ChoiceRow
        label="Method: how the drive-up is led"
        column
        value={sheet.plan.method}
        onChange={onMethod}
        options={sheet.methods.map((option) => ({
          value: option.note.method,
          label: <span>{option.note.title}</span>,
          note: `${option.reason} Drives by ${option.note.drives_by}; stops when ${option.note.stops_by}. Weak point: ${option.note.weak_point}.`,
        }))}
      />
      {sheet.plan.nut?.lock === "tab_washer" || !sheet.plan.nut ? (
        <ChoiceRow
          label="Washer"
          column
          value={sheet.plan.washer}
          onChange={onWasher}
          options={sheet.washers.map((choice) => ({
            value: choice.id,
            label: choice.title,
            note: choice.reason,
          }))}
        />
      ) : null}
    </div>
  );
}

function Cards({ sheet, onCard }: { sheet: PlanSheet; onCard: Choose["onCard"] }) {
  const { units } = useSettings();
  return (
    <div className="sheet p-4">
      <ChoiceRow
        label="Reduction card: take one whole"
        column
        value={sheet.plan.card}
        onChange={onCard}
        options={sheet.cards.map((option) => ({
          value: option.card,
          label: (
            <span className="flex flex-wrap gap-x-5">
              <span>{option.title}</span>
              {option.reduction ? <span>takes out {figure(option.reduction, units)}</span> : null}
              {option.drive_up ? <span>drive-up {figure(option.drive_up, units)}</span> : null}
              {option.residual && option.residual.value !== null ? (
                <span>leaves at least {figure(option.residual, units)}</span>
              ) : null}
            </span>
          ),
          note: option.note || option.reason,
        }))}
      />
      <p className="pt-2 text-sm">
        A maker&apos;s sheet goes before any card.{" "}
        <Link to="/crib" className="text-dye underline underline-offset-4">
          Type one in at the tool crib
        </Link>
      </p>
    </div>
  );
}

/** What every method and card would give for this bearing, for a clearance in the middle of its group. */
function SideBySide({ sheet }: { sheet: PlanSheet }) {
  const { units } = useSettings();
  const { comparison } = sheet;
  return (
    <section className="sheet p-4" aria-labelledby="side-by-side">
      <h3 id="side-by-side" className="font-bold">
        Every way side by side
      </h3>
      <p className="pb-2 text-sm text-soft">
        For an unmounted clearance of {clearance(comparison.initial_um, units)}, the middle of the group. What
        a way does not say itself is computed from what it says.
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Ways drawn side by side">
        <WaysChart comparison={comparison} />
      </div>
      {comparison.disagreements.map((text) => (
        <p key={text} className="py-1 font-bold text-care">
          △ <Say>{text}</Say>
        </p>
      ))}
      {comparison.disagreements.length === 0 ? (
        <p className="py-1 text-sm text-sound">✓ They agree within their uncertainty.</p>
      ) : null}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Ways as a table">
        <table className="w-full text-left text-sm">
          <thead>
            <tr className="border-b-2 border-ink">
              {["Way", "takes out", "drive-up", "nut turn", "leaves"].map((head) => (
                <th key={head} className="py-1 pr-4">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {comparison.ways.map((way) => (
              <tr key={way.id} className="border-b border-rule align-top">
                <td className="py-1 pr-4">
                  {way.title}
                  {way.note ? <span className="block text-soft">{way.note}</span> : null}
                </td>
                <Range
                  span={way.reduction_um}
                  own={way.own === "reduction"}
                  show={(um) => clearance(um, units)}
                />
                <Range
                  span={way.drive_up_mm}
                  own={way.own === "drive-up"}
                  show={(mm) => length(mm, units, 2)}
                />
                <Range span={way.angle_deg} own={way.own === "turns"} show={(deg) => `${deg.toFixed(0)}°`} />
                <Range span={way.residual_um} own={false} show={(um) => clearance(um, units)} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="pt-1 text-sm text-soft">Bold: what the way itself says. {unitsNote(units)}</p>
    </section>
  );
}

const unitsNote = (units: Units) =>
  units === "mm" ? "Lengths in mm." : "Clearances in thousandths of an inch.";

function Range(props: {
  span: { low: number; high: number } | null | undefined;
  own: boolean;
  show: (value: number) => string;
}) {
  const { span, own, show } = props;
  if (!span) return <td className="py-1 pr-4 text-soft">says nothing</td>;
  const bare = show(span.low).replace(/[^\d.]*$/, "");
  return (
    <td className={`whitespace-nowrap py-1 pr-4 ${own ? "font-bold" : ""}`}>
      {bare} to {show(span.high)}
    </td>
  );
}

function List({
  title,
  warn = false,
  children,
}: {
  title: string;
  warn?: boolean;
  children: readonly ReactNode[];
}) {
  return (
    <div className={`sheet px-4 py-3 ${warn ? "border-l-8 border-l-oxide" : ""}`}>
      <h3 className="pb-1 font-bold">{title}</h3>
      <ul className="list-disc space-y-1 pl-5 text-sm">
        {children.map((item, index) => (
          <li key={index}>{item}</li>
        ))}
      </ul>
    </div>
  );
}
