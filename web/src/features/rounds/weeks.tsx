/**
 * Weeks with their load: a bar for each crew, as full as its hours; a tap shows the stops of the
 * week.
 */
import type { RoundWeek, Rounds } from "../../api";
import { SelectField } from "../../ui";

interface WeeksProps {
  found: Rounds;
  week: number | null;
  onWeek: (week: number) => void;
}

const nameOf = (one: RoundWeek) => (one.week === 0 ? "this week" : one.begins);

/** The same on one line, for a screen on which the stops would lie below all the weeks. */
export function WeekChoice({ found, week, onWeek }: WeeksProps) {
  const sum = (of: number[]) => of.reduce((all, each) => all + each, 0);
  return (
    <SelectField
      label="Week"
      value={week ?? ""}
      onChange={(event) => {
        if (event.target.value) onWeek(Number(event.target.value));
      }}
    >
      {week === null ? <option value="">choose a week …</option> : null}
      {found.weeks.map((one) => {
        const [stops, minutes, room] = [
          sum(one.crews.map((crew) => crew.stops)),
          sum(one.crews.map((crew) => crew.minutes)),
          sum(one.crews.map((crew) => crew.minutes_a_week)),
        ];
        return (
          <option key={one.week} value={one.week}>
            {`${nameOf(one)}: ${stops} stop${stops === 1 ? "" : "s"}, ${minutes} of ${room} min`}
          </option>
        );
      })}
    </SelectField>
  );
}

export function Weeks(props: WeeksProps) {
  const { found, week, onWeek } = props;
  return (
    <ol className="sheet divide-y divide-rule">
      {found.weeks.map((one) => (
        <li key={one.week}>
          <button
            type="button"
            aria-pressed={week === one.week}
            onClick={() => onWeek(one.week)}
            className={`grid min-h-12 w-full grid-cols-[7rem_1fr] items-center gap-3 px-3 py-1 text-left hover:bg-wash ${week === one.week ? "bg-wash font-bold" : ""}`}
          >
            <span className="figures">
              {week === one.week ? "▸ " : ""}
              {nameOf(one)}
            </span>
            <span className="space-y-1">
              {one.crews.map((crew) => (
                <Load key={crew.crew} crew={crew} named={one.crews.length > 1} />
              ))}
            </span>
          </button>
        </li>
      ))}
      {found.later > 0 ? (
        <li className="px-3 py-2 text-soft">
          {found.later} stop{found.later === 1 ? "" : "s"} later on
        </li>
      ) : null}
    </ol>
  );
}

function Load({ crew, named }: { crew: RoundWeek["crews"][number]; named: boolean }) {
  const share = crew.minutes_a_week > 0 ? crew.minutes / crew.minutes_a_week : 0;
  const over = share > 1;
  return (
    <span className="block">
      <span className="relative block h-4 border border-ink bg-sheet">
        <span
          className={`absolute inset-y-0 left-0 ${over ? "bg-oxide" : "bg-dye"}`}
          style={{ width: `${Math.min(share, 1) * 100}%` }}
        />
      </span>
      <span className="block text-sm font-normal text-soft">
        {named ? `${crew.crew}: ` : ""}
        {crew.stops} stop{crew.stops === 1 ? "" : "s"}, {crew.minutes} of {crew.minutes_a_week} min
        {over ? ": more than it has" : ""}
      </span>
    </span>
  );
}
