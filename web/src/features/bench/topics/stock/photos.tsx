/** Photographs and sheets: sent first, then kept with the job by a tap. What could not be sent stays here to be sent again. */
import { useState } from "react";
import { sendAttachment } from "../../../../api";
import { Button, TextField } from "../../../../ui";
import type { StockProps } from "./panel";

export function Photos({ job, work, tap }: StockProps & { job: string }) {
  const [file, setFile] = useState<File | null>(null);
  const [caption, setCaption] = useState("");
  const [said, setSaid] = useState("");
  const keep = async (chosen: File) => {
    setSaid("On its way …");
    try {
      const kept = await sendAttachment(job, chosen);
      tap({
        kind: "attach",
        attachment: kept.id,
        caption: caption || chosen.name,
        stage: "take_stock",
        what: kept.kind,
      });
      setFile(null);
      setCaption("");
      setSaid("");
    } catch (error) {
      setSaid(error instanceof Error ? error.message : "It could not be sent.");
    }
  };
  return (
    <section aria-label="Photographs and sheets">
      <h2 className="font-bold">Photographs and sheets</h2>
      <div className="flex flex-wrap gap-3 py-2">
        {work.attached.map((one) => (
          <a
            key={one.attachment}
            href={`/api/jobs/${job}/attachments/${one.attachment}`}
            className="block w-36 text-sm text-dye underline underline-offset-4"
          >
            {one.what === "photo" ? (
              <img
                src={`/api/jobs/${job}/attachments/${one.attachment}`}
                alt={one.caption}
                className="h-24 w-36 border border-rule object-cover"
                loading="lazy"
              />
            ) : null}
            {one.caption}
          </a>
        ))}
      </div>
      <label className="block">
        <span className="text-sm font-bold">Take a photograph, or choose a sheet (photo or PDF)</span>
        <input
          type="file"
          accept="image/*,application/pdf"
          capture="environment"
          className="block min-h-12 py-2"
          onChange={(event) => setFile(event.target.files?.[0] ?? null)}
        />
      </label>
      {file ? (
        <div className="space-y-3">
          <TextField
            label="What it shows"
            value={caption}
            onChange={(event) => setCaption(event.target.value)}
          />
          <Button kind="main" onClick={() => void keep(file)}>
            Keep it with the job
          </Button>
        </div>
      ) : null}
      {said ? (
        <p role="status" className="py-2">
          △ {said}
        </p>
      ) : null}
    </section>
  );
}
