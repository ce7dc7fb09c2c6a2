/** A stop of a round, from the bench: the round itself is walked on its own page. */
import { Link } from "react-router";
import type { StopWork } from "../../../../api";

export function StopPanel({ job, work }: { job: string; work: StopWork }) {
  return (
    <div className="space-y-3 pt-4">
      <p>
        {work.machine}, {work.position}: {work.state}
        {work.told ? `. ${work.told}` : ""}
      </p>
      <Link
        data-main
        to={`/rounds/${job}`}
        className="inline-flex min-h-12 items-center border-2 border-ink bg-mark px-4 font-bold text-on-mark"
      >
        Walk the round
      </Link>
    </div>
  );
}
