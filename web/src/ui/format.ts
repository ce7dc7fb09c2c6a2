/** Numbers for the eye. No engineering here: only units and digits. */
import type { Result } from "../api";
import type { Units } from "./settings";

const UM_PER_THOU = 25.4;
const MM_PER_INCH = 25.4;
const NM_PER_LBF_FT = 1.3558179483;

/** So many digits, and never a minus before nothing. */
const fixed = (value: number, digits: number) => {
  const text = value.toFixed(digits);
  return Number(text) === 0 ? text.replace("-", "") : text;
};

/** A clearance given in µm. */
export function clearance(um: number, units: Units): string {
  return units === "mm" ? `${fixed(um / 1000, 3)} mm` : `${fixed(um / UM_PER_THOU, 1)} thou`;
}

/** A clearance without its unit, for scales. */
export function clearanceBare(um: number, units: Units): string {
  if (units === "inch") return trim(fixed(um / UM_PER_THOU, 1));
  const mm = fixed(um / 1000, 3);
  return mm.endsWith("0") ? mm.slice(0, -1) : mm;
}

export const clearanceUnit = (units: Units) => (units === "mm" ? "mm" : "thou");

/** A length given in mm. */
export function length(mm: number, units: Units, digits = 1): string {
  return units === "mm" ? `${fixed(mm, digits)} mm` : `${fixed(mm / MM_PER_INCH, digits + 1)} in`;
}

export function trim(text: string): string {
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** Digits that the figure deserves: forces are orders of magnitude. */
const DIGITS: Record<string, number> = {
  "°": 0,
  "°C": 0,
  "N·m": 0,
  kN: 0,
  K: 0,
  MPa: 1,
  "": 2,
  "mm/m": 1,
  h: 0,
  s: 0,
  g: 1,
  strokes: 0,
  "cm³": 0,
  "mm²/s": 1,
};

/** Orders of magnitude: two figures. */
const ROUGH = new Set(["kN"]);

/**
 * `per`: how many of the server's units make one of the reader's. Divided, so that every place
 * rounds alike.
 */
function parts(
  unit: string,
  units: Units,
  value = 0,
): { per: number; unit: string; digits: number } {
  if (unit === "µm") {
    // A measured diameter rather than a play.
    if (units === "inch" && Math.abs(value) >= 10_000)
      return { per: 25_400, unit: " in", digits: 4 };
    return units === "mm"
      ? { per: 1000, unit: " mm", digits: 3 }
      : { per: UM_PER_THOU, unit: " thou", digits: 1 };
  }
  if (unit === "mm") {
    return units === "mm"
      ? { per: 1, unit: " mm", digits: 2 }
      : { per: MM_PER_INCH, unit: " in", digits: 3 };
  }
  if (unit === "g" && units === "inch") return { per: 28.349523125, unit: " oz", digits: 2 };
  if (unit === "cm³" && units === "inch") return { per: 16.387064, unit: " in³", digits: 1 };
  return { per: 1, unit: unit === "°" ? "°" : unit ? ` ${unit}` : "", digits: DIGITS[unit] ?? 3 };
}

/** A torque beside in the inch world's units: small ones in lbf·in, as their wrenches show them. */
export function torqueBeside(values: number[]): string {
  const small = Math.max(...values) < 20;
  const per = small ? NM_PER_LBF_FT / 12 : NM_PER_LBF_FT;
  const said = values.map((value) => String(Number((value / per).toPrecision(3))));
  return ` (${said.join(" to ")} ${small ? "lbf·in" : "lbf·ft"})`;
}

/** A figure: value or range, with its unit. Unknown stays a word. */
export function figure(result: Result, units: Units): string {
  if (result.value === null) return "unknown";
  const { per, unit, digits } = parts(result.unit, units, result.value);
  const write = (value: number) => {
    if (ROUGH.has(result.unit)) return String(Number(value.toPrecision(2)));
    // A torque is somebody's word: as it was given.
    if (result.unit === "N·m") return String(Number(value.toPrecision(4)));
    // Long lengths are measured with a tape.
    return fixed(value / per, result.unit === "mm" && value >= 20 ? digits - 1 : digits);
  };
  const values = [result.value, ...(typeof result.value_to === "number" ? [result.value_to] : [])];
  const beside = result.unit === "N·m" && units === "inch" ? torqueBeside(values) : "";
  return `${values.map(write).join(" to ")}${unit}${beside}`;
}

/** The uncertainty of a figure, with plus-minus; empty when there is none. */
export function uncertainty(result: Result, units: Units): string {
  if (result.uncertainty === null || result.uncertainty === undefined) return "";
  const { per, unit, digits } = parts(result.unit, units, result.value ?? 0);
  return `± ${fixed(result.uncertainty / per, digits)}${unit}`;
}

/**
 * A value of a line of working: in the unit it was computed in, and in the reader's where that is
 * another.
 */
export function lineValue(value: number | null, unit: string, units: Units): string {
  if (value === null) return "";
  const size = Math.abs(value);
  const own = `${trim(fixed(value, size >= 100 ? 1 : size >= 10 ? 2 : size >= 1 ? 3 : 4))}${unit === "°" ? "°" : unit ? ` ${unit}` : ""}`;
  const part = parts(unit, units);
  if (part.per === 1) return own;
  return `${own} (${fixed(value / part.per, part.digits)}${part.unit})`;
}

/** A moment, in the reader's own time. */
export function moment(iso: string): string {
  return new Date(iso).toLocaleString(undefined, {
    month: "short",
    day: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    hour12: false,
    timeZoneName: "short",
  });
}

/** A day as papers and histories say it. */
export const day = (iso: string) => iso.slice(0, 10);

const LENGTH_SAID = /^([0-9]+(?:[.,][0-9]+)?) ?(mm|in|thou|µm)$/;
const MM_PER: Record<string, number> = {
  mm: 1,
  in: MM_PER_INCH,
  thou: UM_PER_THOU / 1000,
  µm: 0.001,
};
/** Below this a length is said in thousandths of an inch. */
const THOU_BELOW_MM = 8;

/**
 * Lengths as they were said, in the reader's units: “0.115 mm” as “4.53 thou”. What is no plain
 * length stays as it is.
 */
export function lengthsIn(said: string, units: Units): string {
  return said
    .split("+")
    .map((part) => oneIn(part.trim(), units))
    .join(" + ");
}

function oneIn(part: string, units: Units): string {
  const [, digits, unit] = LENGTH_SAID.exec(part) ?? [];
  if (!digits || !unit || (units === "mm") === (unit === "mm" || unit === "µm")) return part;
  const mm = Number(digits.replace(",", ".")) * (MM_PER[unit] ?? 1);
  if (units === "mm") return `${trim(fixed(mm, 4))} mm`;
  return mm < THOU_BELOW_MM
    ? `${trim(fixed((mm * 1000) / UM_PER_THOU, 2))} thou`
    : `${trim(fixed(mm / MM_PER_INCH, 4))} in`;
}
