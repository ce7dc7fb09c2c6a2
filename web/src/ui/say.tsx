/**
 * A sentence of the server's in the reader's units: lengths come with both, one is shown; torques
 * are said beside.
 */
import { torqueBeside } from "./format";
import { useSettings, type Units } from "./settings";

const BOTH = /(\d+(?:\.\d+)? mm) \((\d+(?:\.\d+)? (?:thou|in))\)/g;
const TORQUE = /(?<![\d.])(\d+(?:\.\d+)?)(?: to (\d+(?:\.\d+)?))? N·m(?! \()/g;

export function inUnits(text: string, units: Units): string {
  const lengths = text.replace(BOTH, (_, metric: string, inch: string) =>
    units === "mm" ? metric : inch,
  );
  if (units === "mm") return lengths;
  return lengths.replace(
    TORQUE,
    (said, low: string, high?: string) =>
      said + torqueBeside((high === undefined ? [low] : [low, high]).map(Number)),
  );
}

/**
 * Decimal commas where somebody reads them; a thread (M16×1.5), a name of a file and a version keep
 * their points.
 */
export const withCommas = (text: string) =>
  text.replace(/(?<![\d.×@/])(\d+)\.(\d+)(?![\d.]*[A-Za-z/@])/g, "$1,$2");

export function Say({ children }: { children: string }) {
  const { units, number } = useSettings();
  const said = inUnits(children, units);
  return <>{number === "comma" ? withCommas(said) : said}</>;
}
