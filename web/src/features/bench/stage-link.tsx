/** The way to a stage at a bearing or at the shaft. */
import { Link } from "react-router";
import type { Bench, RailStage } from "../../api";
import { showOf } from "./use-job";

export function StageLink(props: { bench: Bench; stage: RailStage; at: string; words: string }) {
  const { bench, stage, at, words } = props;
  const own = stage.marks.filter((mark) => mark.at === at);
  const mark = own.find((one) => one.state === "now") ?? own[0];
  const here = mark?.stage === bench.stage && mark.at === bench.at;
  return (
    <Link
      to={`/jobs/${bench.id}${showOf(at, mark?.stage ?? "")}`}
      aria-current={here ? "page" : undefined}
      className={`inline-flex min-h-11 items-center underline-offset-4 hover:underline ${here ? "font-bold" : ""}`}
    >
      {words}
    </Link>
  );
}
