/**
 * The rounds of a crew and a route as a calendar: a file to read once, an address to subscribe to.
 */
export function Calendar({ crew, route }: { crew: string; route: string }) {
  const asked = new URLSearchParams(Object.entries({ crew, route }).filter(([, value]) => value));
  const path = `/api/rounds.ics${asked.size > 0 ? `?${asked}` : ""}`;
  return (
    <div className="sheet space-y-1 self-start p-3">
      <h2 className="font-bold">Calendar</h2>
      <p>
        <a
          className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
          href={path}
        >
          The rounds as a calendar file
        </a>
      </p>
      <p className="text-sm text-soft">
        To subscribe, give your calendar this address:{" "}
        <span className="figures break-all">{`${location.origin}${path}`}</span>
      </p>
    </div>
  );
}
