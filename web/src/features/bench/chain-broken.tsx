/** Where the log of a job is not what was stored. Looked at once, when the job is opened. */
import { useQuery } from "@tanstack/react-query";
import { getChain } from "../../api";

export function ChainBroken({ job }: { job: string }) {
  const { data } = useQuery({
    queryKey: ["chain", job],
    queryFn: () => getChain(job),
    staleTime: Infinity,
  });
  return <LogTroubles troubles={data?.troubles ?? []} />;
}

export function LogTroubles({ troubles }: { troubles: string[] }) {
  if (troubles.length === 0) return null;
  return (
    <section role="alert" className="sheet border-2 border-oxide px-4 py-3">
      <h2 className="font-bold text-oxide">This log is not what was stored</h2>
      <ul className="py-1">
        {troubles.map((trouble) => (
          <li key={trouble} className="py-1">
            {trouble}
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">
        Somebody or something wrote to the database past this server. Trust no figure of this job
        until who keeps the server has looked: “verify” there checks every log, “restore” brings
        back what a backup holds.
      </p>
    </section>
  );
}
