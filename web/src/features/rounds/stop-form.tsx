/**
 * What was done at a stop: standing or running, strokes, whether grease shows, temperature, what
 * was not in order; or skipped.
 */
import { useState } from "react";
import { choicesOf, type Command, type RefusedCommand } from "../../api";
import { Button, ChoiceRow, TextField } from "../../ui";
import { HourMeter } from "./hour-meter";
import { Looks } from "./looks";
import { Hole } from "./hole";
import { PurgedSeals } from "./purged-seals";
import { SkipStop } from "./skip-stop";
import { Strokes, type Typed } from "./strokes";
import type { StopNow } from "./use-walk";
import { Warm } from "./warm";

type Do = Extract<Command, { kind: "do_stop" }>;

export function StopForm(props: {
  stop: StopNow;
  refused: RefusedCommand | null;
  tap: (command: Command) => void;
}) {
  const { stop, refused, tap } = props;
  const greases = stop.due.includes("grease");
  const purges = stop.due.includes("purge");
  // What was refused stands there as it was typed: nothing is said twice.
  const sent = refused?.command;
  const done = sent?.kind === "do_stop" ? sent : null;
  const [standing, setStanding] = useState<NonNullable<Do["standing"]>>(done?.standing ?? "");
  const [shows, setShows] = useState<NonNullable<Do["shows"]>>(done?.shows ?? "");
  const [sealShows, setSealShows] = useState<NonNullable<Do["seal_shows"]>>(done?.seal_shows ?? "");
  const [push, setPush] = useState<NonNullable<Do["push"]>>(done?.push ?? "");
  const [back, setBack] = useState<NonNullable<Do["plug_back"]>>(done?.plug_back ?? "");
  const [by, setBy] = useState<NonNullable<Do["read_by"]>>(done?.read_by ?? "");
  const [found, setFound] = useState<string[]>(done?.found?.split("\n").filter(Boolean) ?? []);
  const [texts, setTexts] = useState({
    strokes: done?.strokes ?? "",
    seal_strokes: done?.seal_strokes ?? "",
    temperature: done?.temperature ?? "",
    meter: done?.meter ?? "",
    meter_old: done?.meter_old ?? "",
    text: done?.text ?? "",
    reason: sent?.kind === "skip_stop" ? sent.reason : "",
  });
  const field = (name: keyof typeof texts): Typed => ({
    value: texts[name],
    onChange: (event: { target: { value: string } }) =>
      setTexts((now) => ({ ...now, [name]: event.target.value })),
    problem: refused?.problem.at(name),
  });
  return (
    <form
      className="space-y-3 border-t border-rule px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        const { strokes, temperature, meter, meter_old, text, seal_strokes } = texts;
        const replaced = meter_old ? { meter_old } : {};
        const said = {
          strokes: greases ? strokes : "",
          temperature,
          meter,
          text,
          found: found.join("\n"),
        };
        const hole = { ...(push ? { push } : {}), ...(back ? { plug_back: back } : {}) };
        const seals = purges ? { seal_strokes, seal_shows: sealShows } : {};
        tap({
          kind: "do_stop",
          standing,
          shows,
          read_by: by,
          ...said,
          ...seals,
          ...hole,
          ...replaced,
        });
      }}
    >
      <p className="text-lg font-bold">{stop.words}</p>
      <p>{stop.how}</p>
      {stop.last_c === null ? null : (
        <p className="text-soft">
          {stop.last_c} °C last time{stop.last_on ? `, ${stop.last_on}` : ""}
        </p>
      )}
      <ChoiceRow
        label="The machine"
        value={standing}
        onChange={(value) => setStanding(value as typeof standing)}
        options={choicesOf("do_stop", "standing", false).filter(
          ({ value }) => value === "standing" || stop.running || !(greases || purges),
        )}
        problem={refused?.problem.at("standing")}
      />
      {greases ? (
        <Strokes
          planned={stop.strokes}
          typed={field("strokes")}
          onPlanned={(strokes) => setTexts((now) => ({ ...now, strokes }))}
        />
      ) : null}
      {greases ? (
        <Hole
          plug={stop.plug}
          push={push}
          onPush={setPush}
          back={back}
          onBack={setBack}
          problem={refused?.problem.at("plug_back")}
        />
      ) : null}
      {greases && stop.way === "until_shows" ? (
        <ChoiceRow
          label="Clean grease shows"
          value={shows}
          onChange={(value) => setShows(value as "yes" | "no")}
          options={choicesOf("do_stop", "shows", false)}
        />
      ) : null}
      {purges ? (
        <PurgedSeals
          last={stop.seal_strokes}
          strokes={field("seal_strokes")}
          shows={sealShows}
          onShows={setSealShows}
          problem={refused?.problem.at("seal_shows")}
        />
      ) : null}
      <Warm
        by={by}
        onBy={setBy}
        problem={refused?.problem.at("read_by")}
        read={field("temperature")}
      />
      <Looks looks={stop.looks} found={found} onFound={setFound} />
      <HourMeter stop={stop} meter={field("meter")} old={field("meter_old")} />
      <TextField label="Remark" {...field("text")} />
      <Button kind="main" data-main type="submit" className="w-full">
        Done here
      </Button>
      <SkipStop open={sent?.kind === "skip_stop"} why={field("reason")} tap={tap} />
    </form>
  );
}
