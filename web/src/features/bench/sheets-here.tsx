/**
 * Sheets that this stage needs, to open with one tap. All of the job's are fetched before, so that
 * they open without a network.
 */
import { useEffect } from "react";
import type { Bench } from "../../api";

export function SheetsHere({ bench }: { bench: Bench }) {
  const address = (attachment: string) => `/api/jobs/${bench.id}/attachments/${attachment}`;
  const wanted = bench.sheets.map((sheet) => address(sheet.attachment)).join(" ");
  useEffect(() => {
    // The worker of the page keeps what was fetched once.
    if (wanted && "serviceWorker" in navigator)
      for (const sheet of wanted.split(" ")) void fetch(sheet).catch(() => undefined);
  }, [wanted]);
  const here = bench.sheets.filter((sheet) => sheet.stage === bench.stage);
  if (here.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-x-4 pt-2" aria-label="Sheets for this stage">
      {here.map((sheet) => (
        <li key={sheet.attachment}>
          <a
            href={address(sheet.attachment)}
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-12 items-center border-2 border-ink bg-sheet px-3 font-bold"
          >
            Open the sheet: {sheet.caption}
          </a>
        </li>
      ))}
    </ul>
  );
}
