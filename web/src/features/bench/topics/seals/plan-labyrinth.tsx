/**
 * What a plan of seals asks besides: a lip by the maker's drawing, how the inboard ring comes on,
 * screws, movement, grease.
 */
import { type SealKindChoice, type SealWork, choicesOf } from "../../../../api";
import { ChoiceRow } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { useEntry } from "../../use-entry";

export interface Besides {
  lip: "" | "toward" | "away";
  inner: "" | "split" | "on" | "whole";
  grease_is: "" | "same" | "other" | "unknown";
}
export const NOTHING_BESIDES: Besides = { lip: "", inner: "", grease_is: "" };
export const BESIDES_TEXTS = {
  lip_source: "",
  screw: "",
  screw_torque: "",
  screw_source: "",
  moves_away: "",
  moves_back: "",
  grease: "",
  thickener: "",
  bearing_thickener: "",
};

export function AskedBesides(props: {
  entry: ReturnType<typeof useEntry>;
  work: SealWork;
  kind: SealKindChoice;
  inboard: boolean;
  said: Besides;
  onSaid: (part: Partial<Besides>) => void;
}) {
  const { entry, work, kind, said, onSaid } = props;
  const labyrinth = kind.value === "labyrinth";
  const row = <N extends keyof Besides>(name: N, label: string, empty = true) => (
    <ChoiceRow
      label={label}
      value={said[name]}
      onChange={(value) => onSaid({ [name]: value } as Partial<Besides>)}
      options={choicesOf("plan_seals", name, empty)}
      problem={entry.problem(name)}
    />
  );
  return (
    <>
      {kind.asks_inner && props.inboard ? row("inner", "The inboard ring is", false) : null}
      {kind.has_lip ? row("lip", "Its lip looks") : null}
      {said.lip && kind.has_lip ? (
        <EntryText entry={entry} name="lip_source" hint="the maker's, number and sheet" />
      ) : null}
      {labyrinth ? row("grease_is", "The grease in it is", false) : null}
      {labyrinth ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <EntryText entry={entry} name="grease" hint="name on the tin; empty: the bearing's" />
          {said.grease_is === "other" ? (
            <>
              <EntryText entry={entry} name="thickener" hint="lithium …, or unknown" />
              <EntryText entry={entry} name="bearing_thickener" hint="lithium …, or unknown" />
            </>
          ) : null}
          <EntryText entry={entry} name="screw" hint="M6, 1/4-28; empty: not known" />
          {entry.text("screw").trim() ? (
            <EntryText entry={entry} name="screw_torque" hint="empty: by the table" />
          ) : null}
          {entry.text("screw_torque").trim() ? (
            <EntryText entry={entry} name="screw_source" />
          ) : null}
          {work.asks_moves ? (
            <>
              <EntryText
                entry={entry}
                name="moves_away"
                hint="hot, against cold; 0 at the fixed bearing"
              />
              <EntryText entry={entry} name="moves_back" hint="0 where it never does" />
            </>
          ) : null}
        </div>
      ) : null}
    </>
  );
}
