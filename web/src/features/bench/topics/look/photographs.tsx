/**
 * A photograph of a finding: taken where it lies, kept with its entry, shown beside it and in the
 * record.
 */
import { useState } from "react";
import { said } from "../../../../drawing";
import { Button } from "../../../../ui";
import { KeepHere } from "../../kept/keep-here";
import type { LookProps } from "./panel";

export function Photographs({ job, work, tap }: LookProps & { job: string }) {
  const [open, setOpen] = useState(0);
  if (work.findings.length === 0) return null;
  return (
    <section aria-label="Photographs of what is marked">
      <h2 className="font-bold">Photograph what is marked</h2>
      <ul>
        {work.findings.map((one) => (
          <li key={one.entry} className="border-b border-rule py-1 last:border-b-0">
            <div className="flex flex-wrap items-center gap-x-3">
              <span className="first-letter:uppercase">{said(one)}</span>
              {one.photographs?.map((id) => (
                <a key={id} href={`/api/jobs/${job}/attachments/${id}`} className="inline-block">
                  <img
                    src={`/api/jobs/${job}/attachments/${id}`}
                    alt={`Photograph: ${said(one)}`}
                    className="h-12 w-16 border border-rule object-cover"
                    loading="lazy"
                  />
                </a>
              ))}
              <Button
                kind="quiet"
                aria-expanded={open === one.entry}
                onClick={() => setOpen(open === one.entry ? 0 : one.entry)}
              >
                Photograph it<span className="sr-only">: {said(one)}</span>
              </Button>
            </div>
            {open === one.entry ? (
              <KeepHere
                job={job}
                tap={tap}
                entry={one.entry}
                words={said(one)}
                onDone={() => setOpen(0)}
              />
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
