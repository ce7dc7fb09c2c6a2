/**
 * Sheets to fill in by hand where there is no tablet: one for each kind of work, printed from its
 * procedure.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getBlankKinds } from "../../api";

export function BlankSheets() {
  const [open, setOpen] = useState(false);
  const kinds = useQuery({
    queryKey: ["blank-sheets"],
    queryFn: getBlankKinds,
    enabled: open,
    staleTime: Infinity,
  });
  return (
    <details className="sheet px-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-12 cursor-pointer items-center font-bold">
        Blank sheets, to fill in by hand and type in afterwards
      </summary>
      <ul className="pb-2">
        {(kinds.data ?? []).map(({ id, title }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
            <span className="grow">{title}</span>
            {(["A4", "letter"] as const).map((paper) => (
              <a
                key={paper}
                href={`/api/print/blank.pdf?kind=${id}&paper=${paper}`}
                className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
              >
                {paper === "A4" ? "A4" : "Letter"}
                <span className="sr-only">: {title}</span>
              </a>
            ))}
          </li>
        ))}
      </ul>
    </details>
  );
}
