/**
 * What is kept with an entry of the log: the photograph with what was drawn on it, or the spoken
 * note to play.
 */
import { useState } from "react";
import type { LogLine } from "../../../api";
import { Button } from "../../../ui";
import { MarkedPhoto } from "./marked-photo";
import { marksRead } from "./photo-marks";

export function KeptLine({ job, line }: { job: string; line: LogLine }) {
  const [open, setOpen] = useState(false);
  if (line.kind !== "attached") return null;
  const { attachment, what, caption, marks } = line.said;
  const address = `/api/jobs/${job}/attachments/${String(attachment)}`;
  if (what === "sheet")
    return (
      <a
        href={address}
        className="inline-flex min-h-11 items-center text-dye underline underline-offset-4"
      >
        Open the sheet
      </a>
    );
  if (!open)
    return (
      <Button kind="quiet" onClick={() => setOpen(true)}>
        {what === "voice" ? "Play the note" : "Show the photograph"}
        <span className="sr-only"> of entry {line.seq}</span>
      </Button>
    );
  return what === "voice" ? (
    <audio
      controls
      autoPlay
      src={address}
      className="w-full max-w-md"
      aria-label={String(caption)}
    />
  ) : (
    <MarkedPhoto src={address} alt={String(caption)} marks={marksRead(String(marks ?? ""))} />
  );
}
