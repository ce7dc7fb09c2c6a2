/**
 * Grease guns and torque wrenches on the shelf: what is weighed and checked, and what was changed.
 */
import { newId, type GunDraft, type WrenchDraft } from "../../api";
import type { ShelfProps } from "./gauges-shelf";
import { ToolForm, type ToolField } from "./tool-form";
import { Shelf, Tool } from "./tool-parts";

const GUN: readonly ToolField<GunDraft>[] = [
  {
    name: "name",
    label: "Name of the gun",
    hint: "with its band, so that nobody takes another one",
  },
  {
    name: "weighings",
    label: "Ten strokes weigh",
    hint: "13.1 g; 12.8 g; 13.0 g: ten strokes each, once or several times",
  },
  { name: "weighed_on", label: "Weighed on", hint: "year-month-day" },
  { name: "grease", label: "Grease in it", hint: "name and number on the tin" },
];
const WRENCH: readonly ToolField<WrenchDraft>[] = [
  { name: "name", label: "Name of the wrench" },
  { name: "least", label: "Its scale begins at", hint: "40 N·m or 30 lbf·ft" },
  { name: "most", label: "Its scale ends at", hint: "200 N·m" },
  {
    name: "length",
    label: "Drive to the middle of the grip",
    hint: "420 mm: needed with an extension",
  },
  { name: "checked_on", label: "Last checked (empty: never)", hint: "year-month-day" },
];

export function GunsShelf({ crib, keep, open, setOpen, setWithdrawing }: ShelfProps) {
  const keepGun = (id: string) => (gun: GunDraft, reason: string) =>
    keep(`guns/${id}`, { gun, reason });
  const form = { fields: GUN, what: "gun", example: "weighed again with fresh grease" };
  return (
    <Shelf
      id="guns"
      title="Grease guns"
      about="One stroke is not like another: ten strokes are weighed, and every amount is counted in strokes of this gun."
      none="None yet. Weigh ten strokes of each gun, and amounts come in whole strokes."
      empty={crib?.guns.length === 0}
      add="Add a grease gun"
      adding={open === "new gun"}
      onAdd={() => setOpen("new gun")}
      form={
        <ToolForm
          first={{} as GunDraft}
          {...form}
          onKeep={keepGun(`gun-${newId().slice(0, 10)}`)}
        />
      }
    >
      {crib?.guns.map(({ id, gun, stroke, draft, withdrawn, history }) => (
        <Tool
          key={id}
          name={gun.name}
          withdrawn={withdrawn}
          history={history}
          onChange={() => setOpen(open === id ? "" : id)}
          onWithdraw={() => setWithdrawing(id)}
          form={
            open === id ? <ToolForm first={draft} {...form} change onKeep={keepGun(id)} /> : null
          }
        >
          <p>{`One stroke gives ${stroke}`}</p>
          <p className="text-sm text-soft">
            {[
              draft.grease,
              draft.weighed_on ? `weighed ${draft.weighed_on}` : "not said when it was weighed",
            ]
              .filter(Boolean)
              .join("; ")}
          </p>
        </Tool>
      ))}
    </Shelf>
  );
}

export function WrenchesShelf({ crib, keep, open, setOpen, setWithdrawing }: ShelfProps) {
  const keepWrench = (id: string) => (wrench: WrenchDraft, reason: string) =>
    keep(`wrenches/${id}`, { wrench, reason });
  const form = { fields: WRENCH, what: "wrench", example: "checked by the tool room" };
  return (
    <Shelf
      id="wrenches"
      title="Torque wrenches"
      about="A wrench is right between a fifth and the whole of its scale, and after its check."
      none="None yet. A torque is tightened with a wrench that is named in the record."
      empty={crib?.wrenches.length === 0}
      add="Add a torque wrench"
      adding={open === "new wrench"}
      onAdd={() => setOpen("new wrench")}
      form={
        <ToolForm
          first={{} as WrenchDraft}
          {...form}
          onKeep={keepWrench(`wrench-${newId().slice(0, 10)}`)}
        />
      }
    >
      {crib?.wrenches.map(({ id, wrench, draft, withdrawn, history }) => (
        <Tool
          key={id}
          name={wrench.name}
          withdrawn={withdrawn}
          history={history}
          onChange={() => setOpen(open === id ? "" : id)}
          onWithdraw={() => setWithdrawing(id)}
          form={
            open === id ? <ToolForm first={draft} {...form} change onKeep={keepWrench(id)} /> : null
          }
        >
          <p>{[draft.least, draft.most].filter(Boolean).join(" to ")}</p>
          <p className={wrench.checked_on ? "text-sm text-soft" : "text-sm font-bold text-care"}>
            {wrench.checked_on ? `Checked ${wrench.checked_on}` : "△ Never checked"}
            {draft.length ? `; ${draft.length} to the middle of its grip` : ""}
          </p>
        </Tool>
      ))}
    </Shelf>
  );
}
