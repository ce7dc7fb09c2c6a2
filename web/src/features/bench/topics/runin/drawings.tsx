/** Temperature against time for every bearing, where it levels, its limits, and what was judged. */
import type { RunWork } from "../../../../api";
import { WarmthChart } from "../../../../charts";
import { VerdictMark } from "../../../../ui";

export function RunDrawings({ work }: { work: RunWork }) {
  return (
    <section className="sheet space-y-3 p-3" aria-label="Warming up">
      {work.bearings.map((bearing) => (
        <div key={bearing.place}>
          <h3 className="font-bold">{bearing.name}</h3>
          {bearing.readings.length > 0 ? (
            <WarmthChart bearing={bearing} ambient={work.ambient_c} />
          ) : (
            <p className="text-soft">
              Not read yet. Looked at from {bearing.look_c} °C, stopped at {bearing.stop_c} °C.
            </p>
          )}
          <ul>
            {bearing.verdicts.map((verdict, at) => (
              <li key={at}>
                <VerdictMark verdict={verdict} />
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
