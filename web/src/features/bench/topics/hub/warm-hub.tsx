/**
 * The warm hub: bearing's own temperature, readings against what it bears and what it needs, then
 * in.
 */
import { Button, moment } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { HubProps } from "./panel";
import { PushIn } from "./push-in";

export function WarmHub(props: HubProps) {
  const { work, tap, refused } = props;
  const cold = useEntry({ temperature: "" }, refused, "say_bearing_warmth");
  const hub = useEntry({ temperature: "" }, refused, "read_hub");
  if (work.bearing_c === null || work.asks === "say_bearing_warmth")
    return (
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "say_bearing_warmth", temperature: cold.text("temperature") });
          cold.clear();
        }}
      >
        <EntryText entry={cold} name="temperature" />
        <Button kind="main" data-main type="submit" disabled={!cold.text("temperature").trim()}>
          Save
        </Button>
      </form>
    );
  const reading = work.asks === "read_hub";
  return (
    <section aria-label="Warm hub" className="space-y-4">
      <p>
        Bearing {work.bearing_c.toFixed(0)} °C; it touches at {work.touches_c?.toFixed(0)} °C and
        drops in from <b>{work.needed_c?.toFixed(0)} °C</b>
        {work.limit_c === null ? (
          ""
        ) : (
          <>
            , never above <b>{work.limit_c.toFixed(0)} °C</b>
          </>
        )}
        .
      </p>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          tap({ kind: "read_hub", temperature: hub.text("temperature") });
          hub.clear();
        }}
      >
        <EntryText entry={hub} name="temperature" />
        <Button
          kind={reading ? "main" : "plain"}
          data-main={reading || undefined}
          type="submit"
          disabled={!hub.text("temperature").trim()}
        >
          Note the reading
        </Button>
      </form>
      {work.asks === "push_in" ? <PushIn {...props} /> : null}
      <ul className="text-sm" aria-label="Readings">
        {[...work.readings].reverse().map((one, i) => (
          <li key={one.at} className={i === 0 ? "text-base font-bold" : "text-soft"}>
            {i === 0 ? "Read last, " : ""}
            {moment(one.at)}: hub {one.hub_c.toFixed(0)} °C
          </li>
        ))}
      </ul>
    </section>
  );
}
