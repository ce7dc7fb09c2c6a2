/**
 * The plan sheet: methods and cards to choose, every way side by side, targets with their working,
 * what to take along.
 */
import type { ReactNode } from "react";
import type { Early, PlanSheet } from "../../api";
import { BearingSection } from "../../drawing";
import { Earlier, Figure, NoAnswer, Say } from "../../ui";
import { Prints } from "./sheet-prints";
import { SideBySide } from "./side-by-side";
import type { Preview } from "./use-preview";

export function SheetView(props: { preview: Preview; printAddress: string }) {
  const { sheet, early, earlier, away } = props.preview;
  if (away) return <NoAnswer />;
  return (
    <Earlier earlier={earlier}>
      {sheet ? <Sheet sheet={sheet} printAddress={props.printAddress} /> : <NotYet early={early} />}
    </Earlier>
  );
}

function Sheet({ sheet, printAddress }: { sheet: PlanSheet; printAddress: string }) {
  return (
    <div className="min-w-0 space-y-4">
      <div className="sheet grid gap-4 p-4 md:grid-cols-[minmax(0,1fr)_minmax(0,16rem)]">
        <div>
          <h2 className="text-xl font-bold">{sheet.label}</h2>
          {sheet.tool ? (
            <p className="py-1">
              Drive with: <b>{sheet.tool.tool}</b>.{" "}
              <span className="text-soft">{sheet.tool.reason}</span>
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
          <Prints sheet={sheet} address={printAddress} />
        </div>
        <BearingSection section={sheet.section} playUm={null} label={sheet.label} />
      </div>
      <div className="sheet px-4 py-2">
        <h3 className="pt-2 font-bold">Targets</h3>
        <div className="grid items-start gap-x-8 grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))]">
          {sheet.figures.map((result) => (
            <Figure key={result.id + result.label} result={result} />
          ))}
        </div>
      </div>
      {sheet.comparison.ways.length > 1 ? <SideBySide sheet={sheet} /> : null}
      <div className="grid items-start gap-4 grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))]">
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
          Choose a position, or give the number on the ring. Limits of the clearance group,
          reduction, drive-up, nut angle and rim length appear with their sources as soon as each
          can be worked out.
        </p>
        {early ? <Missing early={early} /> : null}
      </div>
    );
  }
  return (
    <div className="min-w-0 space-y-4">
      <div className="sheet grid gap-4 p-4 md:grid-cols-[minmax(0,1fr)_minmax(0,16rem)]">
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
