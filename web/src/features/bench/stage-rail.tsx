/**
 * The rail of the trade's stages in their order: shaft stages once, place stages with one mark a
 * bearing. Any can be looked at.
 */
import type { Bench, RailStage } from "../../api";
import { shortNames } from "./parts";
import type { Words } from "./use-outline";
import { StageLink } from "./stage-link";

const WORDS: Record<string, string> = {
  done: "done",
  now: "now",
  ahead: "ahead",
  aside: "skipped",
};

export function StageRail({ bench, words }: { bench: Bench; words: Words }) {
  const { rail } = bench;
  const title = (stage: RailStage | undefined) => words.stage(stage?.id ?? "")?.title ?? "";
  const shown = rail.findIndex((stage) => isShown(bench, stage));
  const now = shown >= 0 ? shown : rail.findIndex((stage) => stage.state === "now");
  return (
    <nav aria-label="Stages">
      <ol className="flex flex-wrap items-start lg:flex-col lg:flex-nowrap">
        {rail.map((stage, index) => (
          <li
            key={stage.id}
            aria-current={index === shown ? "step" : undefined}
            className="relative flex-1 pb-1 lg:min-h-12 lg:flex-none lg:pl-9"
          >
            {index < rail.length - 1 ? (
              <span
                aria-hidden
                className={`absolute left-1/2 top-[11px] h-0.5 w-full lg:left-[11px] lg:top-6 lg:h-full lg:w-0.5 ${stage.state === "done" ? "bg-ink" : "bg-rule"}`}
              />
            ) : null}
            <Dot stage={stage} number={index + 1} />
            <StageName bench={bench} words={words} stage={stage} shown={index === shown} />
            <span className="sr-only lg:hidden">
              {title(stage)}, {WORDS[stage.state]}
            </span>
          </li>
        ))}
      </ol>
      {now >= 0 ? (
        <p className="pt-1 text-sm font-bold lg:hidden">
          {now + 1} of {rail.length}: {title(rail[now])}
        </p>
      ) : null}
      {bench.places.length + rail.length > 5 ? <Jump bench={bench} words={words} /> : null}
    </nav>
  );
}

function isShown(bench: Bench, stage: RailStage): boolean {
  return stage.marks.some((mark) => mark.stage === bench.stage && mark.at === bench.at);
}

function Dot({ stage, number }: { stage: RailStage; number: number }) {
  const look =
    stage.state === "now"
      ? "bg-mark text-on-mark"
      : stage.state === "done"
        ? "bg-ink text-paper"
        : "bg-sheet text-ink";
  return (
    <span
      aria-hidden
      className={`relative mx-auto grid size-6 place-items-center rounded-full border-2 border-ink text-xs font-bold lg:absolute lg:left-0 lg:top-2.5 ${look}`}
    >
      {stage.state === "done" ? "✓" : stage.state === "aside" ? "–" : number}
    </span>
  );
}

/** On a desk: the stage by name, with a way to it for each bearing. */
function StageName(props: { bench: Bench; words: Words; stage: RailStage; shown: boolean }) {
  const { bench, stage, shown } = props;
  const named = props.words.stage(stage.id);
  const names = shortNames(bench);
  const places = [...new Set(stage.marks.map((mark) => mark.at))];
  const single = places.length === 1;
  return (
    <div
      className={`hidden lg:block ${shown ? "font-bold" : stage.state === "ahead" ? "text-soft" : ""}`}
    >
      {single ? (
        <StageLink bench={bench} stage={stage} at={places[0] ?? ""} words={named?.title ?? ""} />
      ) : (
        <span className="inline-flex min-h-11 items-center">{named?.title}</span>
      )}
      <span className="sr-only">, {WORDS[stage.state]}</span>
      {shown ? (
        <span className="block text-sm font-normal text-soft">{named?.question}</span>
      ) : null}
      {single ? null : (
        <ul className="text-sm font-normal">
          {places.map((at) => (
            <li key={at}>
              <StageLink
                bench={bench}
                stage={stage}
                at={at}
                words={`${whereOf(props.words, names, stage, at)}: ${WORDS[stage.by_place[at] ?? stage.state]}`}
              />
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Which bearing; among bearings the shaft's own work goes by its name. */
function whereOf(words: Words, names: Map<string, string>, stage: RailStage, at: string): string {
  const own = stage.marks.find((mark) => mark.at === at);
  return names.get(at) ?? words.task(own?.stage ?? "", at)?.title ?? "";
}

/** On a phone: one list to go to any stage. */
function Jump({ bench, words }: { bench: Bench; words: Words }) {
  const names = shortNames(bench);
  return (
    <details className="pt-1 lg:hidden">
      <summary className="min-h-12 py-3 text-dye underline underline-offset-4">
        Look at another stage
      </summary>
      <ul className="grid grid-cols-2 gap-x-3">
        {bench.rail.flatMap((stage) =>
          [...new Set(stage.marks.map((mark) => mark.at))].map((at) => (
            <li key={`${stage.id}.${at}`} className="flex min-h-12 items-center">
              <StageLink
                bench={bench}
                stage={stage}
                at={at}
                words={[
                  words.stage(stage.id)?.title,
                  bench.places.length > 1 && stage.marks.some((mark) => mark.at !== at)
                    ? whereOf(words, names, stage, at)
                    : names.get(at),
                ]
                  .filter(Boolean)
                  .join(", ")}
              />
            </li>
          )),
        )}
      </ul>
    </details>
  );
}
