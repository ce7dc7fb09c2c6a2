/** Another bearing than the plant's list has for the position, said before there is a job. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { compareListed } from "../../api";
import { VerdictMark } from "../../ui";

const WAIT_MS = 350;

export function NotAsListed({ position, planned }: { position: string; planned: string }) {
  const [settled, setSettled] = useState(planned);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(planned), WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [planned]);
  const { data } = useQuery({
    queryKey: ["listed", position, settled],
    queryFn: () => compareListed(position, settled),
    enabled: Boolean(position && settled.trim()),
  });
  if (!position || settled !== planned || !data?.verdict) return null;
  return (
    <div role="status" className="border-l-4 border-oxide pl-3">
      <VerdictMark verdict={data.verdict} /> {data.verdict.reason} The job begins with this stop.
    </div>
  );
}
