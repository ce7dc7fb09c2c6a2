/**
 * One step of one seal: planned, joined, its ring on, placed or pushed up, set in its groove,
 * purged.
 */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, Tick, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import { JoinHalves } from "./join-halves";
import { KeepSeal } from "./keep-seal";
import { Labyrinth, Purge } from "./labyrinth";
import type { SealProps } from "./panel";
import { PlanSeals } from "./plan-seals";
import { PushVRing } from "./v-ring";

export function SealStep(props: SealProps) {
  switch (props.work.asks) {
    case "plan_seals":
      return <PlanSeals {...props} />;
    case "join_labyrinth":
      return <JoinHalves key={props.work.due_side} {...props} />;
    case "put_ring_on":
      return <RingOn key={props.work.due_side} {...props} />;
    case "set_seal":
      return <SetSeal key={props.work.due_side} {...props} />;
    case "place_labyrinth":
      return <Labyrinth key={props.work.due_side} {...props} />;
    case "push_v_ring":
      return <PushVRing key={props.work.due_side} {...props} />;
    case "purge_seal":
      return <Purge key={props.work.due_side} {...props} />;
    case "keep_seal":
      return <KeepSeal {...props} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}

function RingOn({ work, tap, refused }: SealProps) {
  const { units } = useSettings();
  const entry = useEntry({ free: "" }, refused, "put_ring_on");
  const [lip, setLip] = useState<"" | "toward" | "away">("");
  const [covered, setCovered] = useState(false);
  const side = work.due_side;
  if (!side) return null;
  return (
    <div className="space-y-3 pt-4">
      {work.has_lip ? (
        <ChoiceRow
          label="Its lip looks"
          value={lip}
          onChange={(value) => setLip(value as "toward" | "away")}
          options={choicesOf("put_ring_on", "lip", false)}
        />
      ) : null}
      {work.has_lip ? (
        <Tick
          label="Protected over threads and keyways; looked at all round"
          checked={covered}
          onChange={setCovered}
        />
      ) : null}
      {work.kind === "v_ring" ? (
        <EntryText
          entry={entry}
          name="free"
          label="Its width before it is fitted"
          hint="by caliper: tells later how far it is squeezed"
        />
      ) : null}
      <Button
        kind="main"
        data-main
        disabled={work.has_lip && !lip}
        onClick={() =>
          tap({
            kind: "put_ring_on",
            side,
            lip,
            protected: covered || !work.has_lip,
            free: entry.text("free"),
            shown: units === "mm" ? "mm" : "in",
          })
        }
      >
        The {side} ring is on the shaft
      </Button>
    </div>
  );
}

function SetSeal({ work, tap, refused }: SealProps) {
  const entry = useEntry({ rubs: "" }, refused, "set_seal");
  const [greased, setGreased] = useState(false);
  const [top, setTop] = useState(false);
  const side = work.due_side;
  const asked = work.setting;
  if (!side || !asked) return null;
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "set_seal", side, greased, joint_top: top, rubs: entry.text("rubs") });
      }}
    >
      <Tick label={asked.greased} checked={greased} onChange={setGreased} />
      {asked.top ? <Tick label={asked.top} checked={top} onChange={setTop} /> : null}
      <EntryText
        entry={entry}
        name="rubs"
        label="What rubs when the shaft is turned (empty: nothing)"
      />
      <Button kind="main" data-main type="submit">
        {asked.sits}
      </Button>
    </form>
  );
}
