/** One figure of all variants side by side. */
import { useState } from "react";
import type { Result } from "../../api";
import { Remarks, VerdictMark, Working, uncertainty, figure, type Units } from "../../ui";

export function FigureRow(props: {
  label: string;
  differs: boolean;
  units: Units;
  cells: { name: string; result: Result | undefined }[];
}) {
  const { label, differs, units, cells } = props;
  const [open, setOpen] = useState(false);
  return (
    <>
      <tr className="border-b border-rule align-top">
        <th scope="row" className="max-w-72 py-1 pr-4 text-sm font-normal">
          <button
            type="button"
            aria-expanded={open}
            className="min-h-12 text-left text-dye underline underline-offset-4 lg:min-h-8"
            onClick={() => setOpen(!open)}
          >
            {label}
          </button>
          {differs ? (
            <b>
              {" "}
              ≠<span className="sr-only"> differs</span>
            </b>
          ) : null}
        </th>
        {cells.map(({ name, result }) => (
          <td key={name} className="py-2 pr-4 lg:py-1">
            {result ? (
              <>
                <span className={differs ? "font-bold" : ""}>{figure(result, units)}</span>{" "}
                <span className="text-sm text-soft">{uncertainty(result, units)}</span>
                {result.verdict ? (
                  <span className="block text-sm">
                    <VerdictMark verdict={result.verdict} />
                  </span>
                ) : null}
              </>
            ) : (
              <span className="text-soft">not here</span>
            )}
          </td>
        ))}
      </tr>
      {open ? (
        <tr>
          <td colSpan={cells.length + 1} className="pb-3">
            <div className="grid gap-3 lg:grid-flow-col lg:auto-cols-fr">
              {cells.map(({ name, result }) =>
                result ? (
                  <div key={name}>
                    <b>{name}</b>
                    <Remarks result={result} />
                    <Working result={result} />
                  </div>
                ) : null,
              )}
            </div>
          </td>
        </tr>
      ) : null}
    </>
  );
}
