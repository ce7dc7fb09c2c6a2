/** How a bearing is kept from now on: the way, how it runs, interval and amount, gun, looks. */
import { useState } from "react";
import { choicesOf, type CareWork, type Command } from "../../../../api";
import { Button, ChoiceRow, Tick } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Refused, Tap } from "../../parts";
import { useEntry } from "../../use-entry";
import { GunChoice } from "../grease/gun-choice";
import { Conditions, useConditions } from "./conditions";
import { LooksChosen, looksSaid } from "./looks-chosen";
import { MakerSays } from "./maker-says";
import { WhichBearing } from "./which-bearing";

export interface CareProps {
  work: CareWork;
  tap: Tap;
  refused: Refused;
}
type SetCare = Extract<Command, { kind: "set_care" }>;
type Way = CareWork["ways"][number]["value"];

export function CarePanel(props: CareProps) {
  const { asks } = props.work;
  if (asks === "say_bearing") return <WhichBearing {...props} />;
  return asks === "set_care" ? <CareForm {...props} /> : null;
}

function CareForm({ work, tap, refused }: CareProps) {
  const entry = useEntry(
    {
      hours_per_day: "",
      speed: "",
      temperature: work.temperature_c === null ? "" : `${work.temperature_c} °C`,
      gun: work.gun,
      stroke: work.stroke,
      interval: "",
      interval_source: "",
      amount: "",
      amount_source: "",
      strokes: "",
      cartridge: "",
      season_days: "",
      look_days: "",
      grease: work.grease,
      looks: "",
    },
    refused,
    "set_care",
  );
  const [way, setWay] = useState<Way | "">(work.usual ?? "");
  const [running, setRunning] = useState(false);
  const [seal, setSeal] = useState<Pick<SetCare, "lets_out" | "hole">>({ lets_out: "", hole: "" });
  const [drive, setDrive] = useState<NonNullable<SetCare["lubricator"]>>("");
  const [out, setOut] = useState<string[]>([]);
  const conditions = useConditions();
  const greased = way === "until_shows" || way === "counted" || way === "lubricator";
  const insert = way === "sealed_insert";
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (way)
          tap({
            kind: "set_care",
            way,
            ...entry.values,
            looks: looksSaid(work.looks, out, entry.text("looks")),
            ...(greased ? conditions.values : {}),
            ...(greased || insert ? seal : {}),
            ...(way === "lubricator" && drive ? { lubricator: drive } : {}),
            running: running ? "yes" : "no",
          });
      }}
    >
      <ChoiceRow
        label="How it is kept greased"
        value={way}
        onChange={(value) => setWay(value as Way)}
        options={work.ways.map(({ value, words }) => ({ value, label: words }))}
        problem={entry.problem("way")}
        column
      />
      {greased || insert ? (
        <>
          <div className="grid gap-3 sm:grid-cols-3">
            <EntryText
              entry={entry}
              name="hours_per_day"
              label="Runs, hours a day"
              words={["8", "16", "24"]}
            />
            {greased ? <EntryText entry={entry} name="speed" label="Speed" hint="r/min" /> : null}
            {greased ? (
              <EntryText entry={entry} name="temperature" label="Housing when running" />
            ) : null}
          </div>
          <ChoiceRow
            label="Its grease hole is"
            value={seal.hole ?? ""}
            onChange={(hole) => setSeal({ ...seal, hole: hole as SetCare["hole"] })}
            options={choicesOf("set_care", "hole", false)}
            problem={entry.problem("hole")}
          />
          {greased ? (
            <ChoiceRow
              label="Its seals let grease out"
              value={seal.lets_out ?? ""}
              onChange={(lets_out) =>
                setSeal({ ...seal, lets_out: lets_out as SetCare["lets_out"] })
              }
              options={choicesOf("set_care", "lets_out", false)}
              problem={entry.problem("lets_out")}
            />
          ) : null}
          {greased ? <Conditions work={work} conditions={conditions} entry={entry} /> : null}
          <EntryText entry={entry} name="grease" label="Grease: name on the tin" />
          <GunChoice entry={entry} />
          {way === "lubricator" ? (
            <>
              <EntryText entry={entry} name="cartridge" label="Its cartridge holds" hint="g" />
              <ChoiceRow
                label="It is driven by"
                value={drive}
                onChange={(value) => setDrive(value as typeof drive)}
                options={choicesOf("set_care", "lubricator", false)}
              />
            </>
          ) : null}
          <MakerSays entry={entry} insert={insert} />
          <Tick
            label="May be greased while it runs: fitting outside the guard, and the site's leave"
            checked={running}
            onChange={setRunning}
          />
        </>
      ) : null}
      <EntryText
        entry={entry}
        name="look_days"
        label="Looked at every, days"
        words={["7", "14", "30"]}
      />
      <LooksChosen usual={work.looks} out={out} onOut={setOut} entry={entry} />
      <Button kind="main" data-main type="submit" disabled={!way}>
        Put it into the rounds
      </Button>
    </form>
  );
}
