/** The command that says an entry again, from the fields of a correction. */
import type { Command, LogLine, Outcome, TurnUnit } from "../../api";
import type { Units } from "../../ui";

type Correct = Extract<Command, { kind: "correct" }>;
export type Entry = NonNullable<Correct["entry"]>;
export type Said = Record<string, string>;

const shownOf = (units: Units) => (units === "mm" ? ("mm" as const) : ("in" as const));

/** The command that says an entry of this kind again. */
export function entryOf({ kind, says }: LogLine, said: Said, units: Units): Entry | null {
  const shown = shownOf(units);
  const text = (name: string) => said[name] ?? "";
  const unit = (text("unit") || "degrees") as TurnUnit;
  switch (kind) {
    case "leaf_tried":
      return {
        kind: "try_leaf",
        place: Number(text("place")),
        row: text("row") as Extract<Entry, { kind: "try_leaf" }>["row"],
        leaf: text("leaf"),
        outcome: text("outcome") as Outcome,
        shown,
      };
    case "nut_turned":
      return { kind: "turn_nut", amount: text("amount"), unit, shown };
    case "tab_seen":
      return { kind: "see_tab", amount: text("amount"), unit, shown };
    case "nut_seated":
      return {
        kind: "seat_nut",
        amount: text("amount"),
        unit,
        past: text("past") === "yes",
        washer_thickness: text("washer_thickness"),
        sleeve_before: text("sleeve_before"),
        sleeve_after: text("sleeve_after"),
        tool: (text("tool") || null) as Extract<Entry, { kind: "seat_nut" }>["tool"],
        shown,
      };
    case "zero_set":
      return {
        kind: "set_zero",
        tap_tested: text("tap_tested") === "yes",
        start_pressure: text("start_pressure"),
      };
    case "hand_checked":
      return {
        kind: "hand_check",
        swivel: text("swivel") as Extract<Entry, { kind: "hand_check" }>["swivel"],
        turns_freely: text("turns_freely") === "yes",
      };
    case "locked":
      return { kind: "lock", turn: text("turn") };
    case "gauging_started":
      return {
        kind: "start_gauging",
        phase: text("phase") as Extract<Entry, { kind: "start_gauging" }>["phase"],
        where: text("where") as Extract<Entry, { kind: "start_gauging" }>["where"],
        places: Number(text("places")),
      };
    case "note_added":
      return { kind: "add_note", text: text("text") };
    default:
      return says ? asTyped(says, said) : null;
  }
}

const WHOLE = new Set(["section", "direction", "question", "passes", "corner", "bolt", "tighten_bolt.turn"]);
const YES_OR_NO = new Set([
  "away",
  "closes",
  "whole_nut",
  "freely",
  "had_turned",
  "pin_slot",
  "swivels",
  "tab_bent",
  "jammed",
  "pinned",
  "both_screws",
  "no_contact",
  "pack_bearing.turned",
  "align_loaded.turned",
  "channels_open",
  "level_both",
  "numbers_agree",
  "faces_clean",
  "right",
  "standing",
  "protected",
  "greased",
  "joint_top",
  "screws",
  "purge_seal.shows",
  "dry",
  "rounded",
  "lock_checked",
  "groove_greased",
  "flat",
  "even",
]);
/** Some names mean another thing in another entry. */
const among = (names: Set<string>, kind: string, name: string) =>
  names.has(name) || names.has(`${kind}.${name}`);

/** Where every field is a text as it was typed, the command is its fields. */
function asTyped(kind: string, said: Said): Entry {
  const fields = Object.entries(said).map(([name, value]) => [
    name,
    among(WHOLE, kind, name) ? Number(value) : among(YES_OR_NO, kind, name) ? value === "yes" : value,
  ]);
  return { kind, ...(Object.fromEntries(fields) as object) } as Entry;
}
