/** On a small screen: the answer in a line a variant, in sight while typing. */
import type { Variants } from "../../api";
import { figure, type Units } from "../../ui";

const SHOWN = ["window", "nut_angle"];

export function Brief({ compared, units }: { compared: Variants; units: Units }) {
  const rows = compared.variants.flatMap((variant, at) => {
    const figures = variant.sheet?.figures ?? [];
    const found = SHOWN.flatMap((id) => figures.filter((result) => result.id === id));
    const first = found.length > 0 ? found : figures.slice(0, 2);
    return first.length > 0 ? [{ name: "ABC"[at] ?? "", figures: first }] : [];
  });
  if (rows.length === 0) return null;
  return (
    <div
      aria-hidden
      className="sheet sticky bottom-0 z-10 space-y-1 px-3 py-2 text-sm shadow lg:hidden"
    >
      {rows.map(({ name, figures }) => (
        <p key={name}>
          <b>{name}</b>{" "}
          {figures.map((result, at) => (
            <span key={result.id}>
              {at > 0 ? " · " : ""}
              <span className="text-soft">{result.label}:</span> <b>{figure(result, units)}</b>
            </span>
          ))}
        </p>
      ))}
    </div>
  );
}
