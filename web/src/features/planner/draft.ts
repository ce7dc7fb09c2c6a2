/** A plan as it is typed; empty means: not given. */
import type { PlanDraft } from "../../api";

export type Draft = Required<PlanDraft>;

export const EMPTY: Draft = {
  designation: "",
  bore: "",
  outside: "",
  width: "",
  group: "",
  taper: "",
  housed_unit: "",
  shaft: "",
  shaft_bore: "",
  shaft_material: "",
  shaft_finish: "",
  ring_rise: "",
  shaft_over_ring: "",
  seat: "",
  method: "",
  washer: "",
  card: "A",
  feeler_id: "",
  where: "hung_bottom",
  places: "3",
  nut_family: "",
  nut_thread: "",
  nut_pitch: "",
  nut_outside: "",
  nut_slots: "",
  nut_tabs: "",
  lock: "",
  range_low: "",
  range_high: "",
  range_source: "",
  piston_area: "",
  start_pressure: "",
  rated_pressure: "",
  meant: "",
  risk: "",
  washer_thickness: "",
  special_sleeve: "",
  half_by: "",
  oil: "",
  sheet: "",
  sheet_reduction: "",
  sheet_final: "",
  sheet_least: "",
  sheet_drive_up: "",
  sheet_angle: "",
  sheet_unmounted: "",
  sheet_zero: "",
};

/** What an address gives, as the calculator hands it over; null when it gives nothing. */
export function draftOf(search: URLSearchParams): Draft | null {
  const given = Object.fromEntries([...search].filter(([name]) => Object.hasOwn(EMPTY, name)));
  return Object.keys(given).length > 0 ? { ...EMPTY, ...given } : null;
}
