/** A figure that opens to its working, and a verdict with word, shape and colour. */
import { useQuery } from "@tanstack/react-query";
import { Collapsible } from "radix-ui";
import { useState } from "react";
import { getSources, type Level, type Result, type Verdict } from "../api";
import { uncertainty, figure, lineValue } from "./format";
import { Say } from "./say";
import { useSettings } from "./settings";

const SHAPES: Record<Level, { path: string; color: string }> = {
  good: { path: "M2 9.5 7 14 16 3.5", color: "text-sound" },
  watch: { path: "M9 2 17 16H1Z", color: "text-care" },
  stop: { path: "M5.5 1.5h7l4 4v7l-4 4h-7l-4-4v-7Z", color: "text-oxide" },
  unknown: {
    path: "M9 16.5v-1M5.5 6a3.5 3.5 0 1 1 5 3.2C9.3 9.8 9 10.5 9 12.3",
    color: "text-soft",
  },
};

export function VerdictMark(props: { verdict: Pick<Verdict, "word" | "level">; large?: boolean }) {
  const { verdict, large = false } = props;
  const shape = SHAPES[verdict.level];
  return (
    <span
      className={`inline-flex items-center gap-2 font-bold ${shape.color} ${large ? "text-xl" : ""}`}
    >
      <svg viewBox="0 0 18 18" className={large ? "size-6" : "size-4"} aria-hidden>
        <path
          d={shape.path}
          fill={verdict.level === "stop" ? "currentColor" : "none"}
          stroke="currentColor"
          strokeWidth="2.2"
        />
      </svg>
      {verdict.word}
    </span>
  );
}

interface FigureProps {
  result: Result;
  big?: boolean;
  /** There is a working, though it is not here yet. */
  worked?: boolean;
  /** It is asked for. */
  onAsk?: () => void;
}

export function Figure({ result, big = false, worked = false, onAsk }: FigureProps) {
  const { units } = useSettings();
  const [open, setOpen] = useState(false);
  const working = result.working ?? [];
  return (
    <Collapsible.Root
      open={open}
      onOpenChange={(on) => {
        setOpen(on);
        if (on) onAsk?.();
      }}
      className="border-b border-rule py-2 last:border-b-0"
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="text-sm text-soft">{result.label}</span>
        {result.verdict ? <VerdictMark verdict={result.verdict} /> : null}
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <p className={big ? "text-2xl font-bold" : "text-lg font-bold"}>
          {figure(result, units)}{" "}
          <span className="text-base font-normal text-soft">{uncertainty(result, units)}</span>
        </p>
        {worked || working.length > 0 ? (
          <Collapsible.Trigger className="min-h-12 rounded-sm px-2 text-sm text-dye underline underline-offset-4 hover:bg-wash">
            {open ? "Hide" : "Show"} the working
            <span className="sr-only"> of {result.label}</span>
          </Collapsible.Trigger>
        ) : null}
      </div>
      <Remarks result={result} />
      <Collapsible.Content>
        {working.length > 0 ? (
          <Working result={result} />
        ) : (
          <p className="py-2 text-sm text-soft">Fetching the working …</p>
        )}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** Why a verdict is not simply good, and what a figure has to be taken with. */
export function Remarks({ result }: { result: Result }) {
  return (
    <>
      {result.verdict && result.verdict.level !== "good" ? (
        <p className="text-sm">
          <Say>{result.verdict.reason}</Say>
        </p>
      ) : null}
      {result.note && result.note !== result.verdict?.reason ? (
        <p className="text-sm text-soft">
          <Say>{result.note}</Say>
        </p>
      ) : null}
    </>
  );
}

export function Working({ result }: { result: Result }) {
  const { units } = useSettings();
  const sources = useQuery({ queryKey: ["sources"], queryFn: getSources, staleTime: Infinity });
  const working = result.working ?? [];
  const used = [...new Set(working.map((line) => line.source_id))];
  return (
    <div className="mt-1 border-l-4 border-dye bg-paper px-3 py-2 text-sm">
      <ul className="space-y-2">
        {working.map((line) => (
          <li key={line.symbol}>
            <p>
              <b>{line.symbol}</b> {line.meaning}
            </p>
            <p className="font-mono text-[13px]">
              {line.formula}
              {line.substituted ? <span className="block">= {line.substituted}</span> : null}
              <span className="block font-bold">= {lineValue(line.value, line.unit, units)}</span>
            </p>
          </li>
        ))}
      </ul>
      {result.uncertainty ? (
        <p className="pt-2">
          Uncertainty: {uncertainty(result, units)} holds about 19 times in 20.
        </p>
      ) : null}
      {used.map((id) => {
        const source = sources.data?.[id];
        return (
          <p key={id} className="pt-2 text-soft">
            Source:{" "}
            {source
              ? `${source.title}; ${source.source}. Grade: ${source.grade}; checked against ${source.checked}. ${source.confidence ?? ""}`
              : id}
          </p>
        );
      })}
    </div>
  );
}
