/** The crew's board: who has which jobs. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { getBoard } from "../../api";
import { moment } from "../../ui";

export function BoardPage() {
  const board = useQuery({ queryKey: ["board"], queryFn: getBoard, refetchInterval: 20_000 });
  return (
    <div className="mx-auto max-w-6xl space-y-4">
      <h1 className="text-2xl font-bold">The crew</h1>
      <p className="text-soft">
        A job stands with whom it was given to, else with whoever worked on it last. It is handed
        over at its bench, with a note.
      </p>
      {board.isError ? <p className="sheet p-4">{board.error.message}</p> : null}
      <div className="grid items-start gap-4 sm:grid-cols-2 lg:grid-cols-3">
        {board.data?.people.map(({ name, jobs }) => (
          <section key={name} className="sheet p-4" aria-label={name}>
            <h2 className="pb-1 text-lg font-bold">{name}</h2>
            {jobs.length === 0 ? <p className="text-soft">No job at the bench.</p> : null}
            <ul>
              {jobs.map((job) => (
                <li key={job.id} className="border-t border-rule">
                  <Link to={`/jobs/${job.id}`} className="block min-h-12 py-2 hover:bg-wash">
                    <b>
                      {job.number} {job.title}
                    </b>
                    <span className="block text-sm text-soft">
                      {job.machine}, {job.position}
                    </span>
                    <span
                      className={`block text-sm ${job.status === "stopped" ? "font-bold text-oxide" : ""}`}
                    >
                      {job.status === "stopped" ? "▲ Stopped at: " : ""}
                      {job.status === "to counter-sign" ? "△ To counter-sign; " : ""}
                      {job.stage}, {moment(job.updated_at)}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      {board.data?.more ? <p>There are more jobs than fit here: find them under Jobs.</p> : null}
    </div>
  );
}
