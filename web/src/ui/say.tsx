/** A sentence of the server's in the reader's units: it comes with both, one is shown. */
import { useSettings, type Units } from "./settings";

const BOTH = /(\d+(?:\.\d+)? mm) \((\d+(?:\.\d+)? (?:thou|in))\)/g;

export function inUnits(text: string, units: Units): string {
  return text.replace(BOTH, (_, metric: string, inch: string) => (units === "mm" ? metric : inch));
}

export function Say({ children }: { children: string }) {
  const { units } = useSettings();
  return <>{inUnits(children, units)}</>;
}
