/**
 * A photograph or a spoken note for an entry of the log, or for the job: hands full, so it takes
 * one tap to begin.
 */
import { useEffect, useState } from "react";
import { Button, TextField } from "../../../ui";
import type { Tap } from "../parts";
import { DrawOn } from "./draw-on";
import { marksSaid, type PhotoMark } from "./photo-marks";
import { useKeep } from "./use-keep";
import { VoiceNote } from "./voice-note";

interface Props {
  job: string;
  tap: Tap;
  /** The entry it belongs to, and what that says; 0 for none. */
  entry: number;
  words: string;
  onDone: () => void;
}

export function KeepHere({ job, tap, entry, words, onDone }: Props) {
  const [photo, setPhoto] = useState<File | null>(null);
  const [address, setAddress] = useState("");
  const [caption, setCaption] = useState("");
  const [marks, setMarks] = useState<PhotoMark[]>([]);
  const { said, keep } = useKeep(job, tap);
  useEffect(() => {
    if (!photo) return;
    let gone = false;
    // As data: what is shown comes from this page alone.
    const reader = new FileReader();
    reader.onload = () => !gone && setAddress(String(reader.result));
    reader.readAsDataURL(photo);
    return () => {
      gone = true;
      setAddress("");
    };
  }, [photo]);
  const about = { caption: caption.trim() || words, belongs_to: entry };
  const keepPhoto = async () => {
    if (photo && (await keep(photo, { ...about, marks: marksSaid(marks) }))) onDone();
  };
  return (
    <div
      role="group"
      aria-label={entry ? `Keep with entry ${entry}` : "Keep with the job"}
      className="w-full space-y-3 border-l-4 border-dye py-2 pl-3"
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <label className="block">
          <span className="text-sm font-bold">Take or choose a photograph</span>
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="block min-h-12 w-full py-2"
            onChange={(event) => {
              setPhoto(event.target.files?.[0] ?? null);
              setMarks([]);
            }}
          />
        </label>
        {photo ? null : (
          <VoiceNote
            onKeep={async (recording, seconds) => {
              if (await keep(recording, { ...about, caption: `${about.caption}, ${seconds} s` }))
                onDone();
            }}
          />
        )}
      </div>
      <TextField
        label="What it shows or says"
        placeholder={words}
        value={caption}
        onChange={(event) => setCaption(event.target.value)}
      />
      {photo && address ? (
        <>
          <DrawOn src={address} marks={marks} onChange={setMarks} />
          <Button kind="main" onClick={() => void keepPhoto()}>
            Keep the photograph
          </Button>
        </>
      ) : null}
      {said ? <p role="status">△ {said}</p> : null}
      <Button kind="quiet" onClick={onDone}>
        Leave it
      </Button>
    </div>
  );
}
