/**
 * The nut on its washer: seated firmly, behind its old mark by the washer's thickness; counted
 * turns, never a mark that looks alike.
 */
import { useState } from "react";
import type { Tapered, ProblemField, TurnUnit } from "../../../../api";
import {
  Button,
  ChoiceRow,
  TextField,
  VerdictMark,
  Say,
  length,
  useSettings,
} from "../../../../ui";
import type { Refused, Tap } from "./parts";
import { UNIT_WORDS } from "./turn-panel";
import { SleeveEnd, type SeatText } from "./sleeve-end";

type SeatCommand = Extract<Parameters<Tap>[0], { kind: "seat_nut" }>;

const EMPTY: SeatText = {
  thickness: "",
  turns: "0",
  amount: "",
  before: "",
  after: "",
  tool: "",
  from: "thread end",
};

export function SeatPanel({ work, tap, refused }: { work: Tapered; tap: Tap; refused: Refused }) {
  const { units } = useSettings();
  const { seat } = work;
  const [form, setForm] = useState(EMPTY);
  const [measured, setMeasured] = useState(false);
  const rim = work.turn_units.includes("rim");
  const [unit, setUnit] = useState<TurnUnit>("degrees");
  if (!seat) return null;
  const set = (part: Partial<SeatText>) => setForm((before) => ({ ...before, ...part }));
  const problem = (name: string): ProblemField | undefined =>
    refused?.command.kind === "seat_nut" ? refused.problem.at(name) : undefined;
  const counted = unit === "degrees" && Number(form.turns) > 0;
  const degrees = counted
    ? String(Number(form.turns) * 360 + Number(form.amount || "0"))
    : form.amount;
  const seated = (more: Partial<SeatCommand> = {}) => {
    tap({
      kind: "seat_nut",
      amount: degrees,
      unit,
      washer_thickness: form.thickness,
      sleeve_before: form.before,
      sleeve_after: form.after,
      tool: (form.tool || null) as SeatCommand["tool"],
      measured_from: form.from as SeatCommand["measured_from"],
      shown: units === "mm" ? "mm" : "in",
      ...more,
    });
  };
  return (
    <div className="space-y-4 pt-3">
      {seat.verdict ? (
        <p>
          <VerdictMark verdict={seat.verdict} /> <Say>{seat.verdict.reason}</Say>
        </p>
      ) : null}
      {seat.hydraulic ? null : (
        <div className="grid gap-3 sm:grid-cols-[12rem_minmax(0,1fr)]">
          <TextField
            label="Washer, measured"
            value={form.thickness}
            placeholder={
              seat.thickness_mm ? `${length(seat.thickness_mm, units, 2)}?` : "micrometer"
            }
            problem={problem("washer_thickness")}
            onChange={(event) => set({ thickness: event.target.value })}
            onChoose={(choice) => set({ thickness: choice })}
          />
          {seat.counted ? (
            <div className="flex flex-wrap items-end gap-3">
              <ChoiceRow
                label="Turns short of the old mark"
                value={form.turns}
                onChange={(turns) => set({ turns })}
                options={["0", "1", "2"].map((value) => ({ value, label: value }))}
              />
              <div className="w-28">
                <TextField
                  label={counted ? "and degrees" : UNIT_WORDS[unit]}
                  value={form.amount}
                  problem={problem("amount")}
                  onChange={(event) => set({ amount: event.target.value })}
                  onChoose={(choice) => set({ amount: choice })}
                />
              </div>
              {rim && !counted ? (
                <ChoiceRow
                  label="In"
                  value={unit}
                  onChange={(value) => setUnit(value as TurnUnit)}
                  options={(["degrees", "rim"] as const).map((value) => ({
                    value,
                    label: UNIT_WORDS[value],
                  }))}
                />
              ) : null}
            </div>
          ) : null}
        </div>
      )}
      {measured || seat.hydraulic ? <SleeveEnd form={form} set={set} problem={problem} /> : null}
      <div className="flex flex-wrap gap-3">
        <Button kind="main" data-main className="text-lg" onClick={() => seated()}>
          {seat.hydraulic ? "Lock nut on and seated" : "Washer on, nut seated firmly"}
        </Button>
        {measured || seat.hydraulic ? null : (
          <Button kind="quiet" onClick={() => setMeasured(true)}>
            Thread end to ring measured
          </Button>
        )}
        {seat.hydraulic || !form.amount ? null : (
          <Button kind="quiet" onClick={() => seated({ past: true })}>
            It stands past its old mark
          </Button>
        )}
      </div>
    </div>
  );
}
