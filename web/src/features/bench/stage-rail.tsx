/** The rail of stages, drawn in the order of work. On a phone it lies flat and names the present stage alone. */
import type { RailStage } from "../../api";

const WORDS: Record<string, string> = { done: "done", now: "now", ahead: "ahead" };

export function StageRail({ stages }: { stages: RailStage[] }) {
  const now = stages.findIndex((stage) => stage.state === "now");
  return (
    <nav aria-label="Stages">
      <ol className="flex items-start lg:flex-col">
        {stages.map((stage, index) => (
          <li
            key={stage.id}
            aria-current={stage.state === "now" ? "step" : undefined}
            className="relative flex-1 pb-1 lg:min-h-12 lg:flex-none lg:pb-5 lg:pl-9"
          >
            {index < stages.length - 1 ? (
              <span
                aria-hidden
                className={`absolute left-1/2 top-[11px] h-0.5 w-full lg:left-[11px] lg:top-3 lg:h-full lg:w-0.5 ${stage.state === "done" ? "bg-ink" : "bg-rule"}`}
              />
            ) : null}
            <span
              aria-hidden
              className={`relative mx-auto grid size-6 place-items-center rounded-full border-2 border-ink text-xs font-bold lg:absolute lg:left-0 lg:top-0 ${
                stage.state === "now"
                  ? "bg-mark text-on-mark"
                  : stage.state === "done"
                    ? "bg-ink text-paper"
                    : "bg-sheet"
              }`}
            >
              {stage.state === "done" ? "✓" : index + 1}
            </span>
            <span
              className={`hidden lg:block ${stage.state === "now" ? "font-bold" : stage.state === "ahead" ? "text-soft" : ""}`}
            >
              {stage.title}
              <span className="sr-only">, {WORDS[stage.state]}</span>
              {stage.state === "now" ? (
                <span className="block text-sm font-normal text-soft">{stage.question}</span>
              ) : null}
            </span>
            <span className="sr-only lg:hidden">
              {stage.title}, {WORDS[stage.state]}
            </span>
          </li>
        ))}
      </ol>
      {now >= 0 ? (
        <p className="pt-1 text-sm font-bold lg:hidden">
          {now + 1} of {stages.length}: {stages[now]?.title}
        </p>
      ) : null}
    </nav>
  );
}
