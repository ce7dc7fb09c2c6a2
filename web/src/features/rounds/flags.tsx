/** What stands out over all weeks: late stops, and bearings that got too much grease. */
import type { Rounds, RoundsAsked } from "../../api";
import { Button } from "../../ui";

type Only = NonNullable<RoundsAsked["only"]>;

export function Flags({
  found,
  only,
  onOnly,
}: {
  found: Rounds;
  only: Only;
  onOnly: (only: Only) => void;
}) {
  const flags: { value: Only; words: string; count: number }[] = [
    { value: "late", words: "late", count: found.late },
    { value: "over", words: "got too much grease", count: found.over },
  ];
  return (
    <div className="flex flex-wrap gap-3" role="group" aria-label="What stands out">
      {flags.map(({ value, words, count }) => (
        <Button
          key={value}
          kind={count > 0 && value === "late" ? "stop" : "plain"}
          aria-pressed={only === value}
          onClick={() => onOnly(only === value ? "" : value)}
        >
          {count > 0 ? "▲ " : ""}
          {count} {words}
        </Button>
      ))}
      {found.undated > 0 ? (
        <p className="self-center text-soft">
          {found.undated} without a day: hours a day not known
        </p>
      ) : null}
    </div>
  );
}
