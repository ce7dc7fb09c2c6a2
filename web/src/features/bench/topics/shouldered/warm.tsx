/**
 * The warm ring: shaft, readings against limit and target, heater off, and how long until it grips.
 */
import { useState } from "react";
import { choicesOf, type Command } from "../../../../api";
import { Button, ChoiceRow, VerdictMark, moment } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { StopHere } from "./cold";
import { Grip } from "./grip";
import type { ShoulderProps } from "./panel";

type ReadRing = Extract<Command, { kind: "read_ring" }>;

export function Warm(props: ShoulderProps) {
  const { work, tap, refused } = props;
  const shaft = useEntry({ temperature: "" }, refused, "say_shaft_warmth");
  const ring = useEntry({ ring_temperature: "", outer_temperature: "" }, refused, "read_ring");
  const again = useEntry({ reason: "" }, refused, "renew_ring");
  const [crayon, setCrayon] = useState<NonNullable<ReadRing["crayon"]>>("");
  if (props.work.asks === "heat_again")
    return (
      <Button kind="main" data-main onClick={() => tap({ kind: "heat_again" })}>
        Off the shaft: it is heated again
      </Button>
    );
  if (props.work.asks === "renew_ring")
    return (
      <div className="space-y-3">
        <EntryText
          entry={again}
          name="reason"
          label="Why another ring is taken"
          words={["went over its limit"]}
        />
        <Button
          kind="main"
          data-main
          disabled={!again.text("reason").trim()}
          onClick={() => tap({ kind: "renew_ring", reason: again.text("reason") })}
        >
          Another ring is here
        </Button>
      </div>
    );
  return (
    <section aria-label="Warm ring" className="space-y-4">
      {work.shaft_c === null || work.asks === "say_shaft_warmth" ? (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            tap({ kind: "say_shaft_warmth", temperature: shaft.text("temperature") });
            shaft.clear();
          }}
        >
          <EntryText entry={shaft} name="temperature" label="Shaft at the seat" hint="°C or °F" />
          <Button kind="main" data-main type="submit" disabled={!shaft.text("temperature").trim()}>
            Save
          </Button>
        </form>
      ) : (
        <>
          <p>
            {work.reading ? <VerdictMark verdict={work.reading} /> : null} Shaft{" "}
            {work.shaft_c.toFixed(0)} °C; heat to <b>{work.needed_c?.toFixed(0)} °C</b>, never above{" "}
            <b>{work.limit_c?.toFixed(0)} °C</b>.
          </p>
          <Grip work={work} />
          <form
            className="grid gap-3 sm:grid-cols-2"
            onSubmit={(event) => {
              event.preventDefault();
              const { ring_temperature = "", outer_temperature = "" } = ring.values;
              tap({ kind: "read_ring", ring_temperature, outer_temperature, crayon });
              ring.clear();
            }}
          >
            <ChoiceRow
              label="Read by"
              value={crayon}
              onChange={(value) => setCrayon(value as typeof crayon)}
              options={choicesOf("read_ring", "crayon")}
            />
            <EntryText
              entry={ring}
              name="ring_temperature"
              label={crayon ? "What the crayon is made for" : "Thermometer on the inner ring"}
            />
            <EntryText
              entry={ring}
              name="outer_temperature"
              label="On the outer ring (leave blank if none)"
            />
            <Button
              kind={props.work.asks === "read_ring" ? "main" : "plain"}
              data-main={props.work.asks === "read_ring" || undefined}
              type="submit"
              className="sm:col-span-2"
              disabled={!ring.text("ring_temperature").trim()}
            >
              Note the reading
            </Button>
          </form>
          {props.work.asks === "switch_off" ? (
            <Button kind="main" data-main onClick={() => tap({ kind: "switch_off" })}>
              Heater is off, demagnetised
            </Button>
          ) : null}
          {work.off && props.work.asks === "push_home" ? (
            <div className="flex flex-wrap gap-3">
              <Button kind="main" data-main onClick={() => tap({ kind: "push_home", text: "" })}>
                At its shoulder, held until it gripped
              </Button>
              <StopHere tap={tap} />
            </div>
          ) : null}
          <ul className="text-sm" aria-label="Readings">
            {[...work.readings].reverse().map((one, i) => (
              <li key={one.at} className={i === 0 ? "text-base font-bold" : "text-soft"}>
                {i === 0 ? "Read last, " : ""}
                {moment(one.at)}: inner ring{" "}
                {one.crayon ? `${one.crayon === "melted" ? "at or above" : "below"} ` : ""}
                {one.ring_c.toFixed(0)} °C
                {one.outer_c === null ? "" : `, outer ring ${one.outer_c.toFixed(0)} °C`}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
