/** A sentence of the server's in the reader's units: lengths come with both, one is shown; torques are said beside. */
import { torqueBeside } from "./format";
import { useSettings, type Units } from "./settings";

const BOTH = /(\d+(?:\.\d+)? mm) \((\d+(?:\.\d+)? (?:thou|in))\)/g;
const TORQUE = /(?<![\d.])(\d+(?:\.\d+)?)(?: to (\d+(?:\.\d+)?))? N·m(?! \()/g;

export function inUnits(text: string, units: Units): string {
  const lengths = text.replace(BOTH, (_, metric: string, inch: string) => (units === "mm" ? metric : inch));
  if (units === "mm") return lengths;
  return lengths.replace(
    TORQUE,
    (said, low: string, high?: string) =>
      said + torqueBeside((high === undefined ? [low] : [low, high]).map(Number)),
  );
}

export function Say({ children }: { children: string }) {
  const { units } = useSettings();
  return <>{inUnits(children, units)}</>;
}
