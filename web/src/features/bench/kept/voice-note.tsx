/**
 * A spoken note: recorded here where the browser may use the microphone, else by the phone's own
 * recorder.
 */
import { useEffect, useRef, useState } from "react";
import { Button } from "../../../ui";

/** Long enough for a remark; a lecture belongs elsewhere (own choice). */
const LONGEST_S = 120;

const canRecord = () =>
  typeof MediaRecorder !== "undefined" && Boolean(navigator.mediaDevices?.getUserMedia);

export function VoiceNote({
  onKeep,
}: {
  onKeep: (recording: Blob, seconds: number) => Promise<void>;
}) {
  const [seconds, setSeconds] = useState<number | null>(null);
  const [kept, setKept] = useState<{ blob: Blob; seconds: number } | null>(null);
  const [problem, setProblem] = useState("");
  const recorder = useRef<MediaRecorder | null>(null);
  useEffect(() => () => recorder.current?.stream.getTracks().forEach((track) => track.stop()), []);
  useEffect(() => {
    if (seconds === null) return;
    if (seconds >= LONGEST_S) {
      recorder.current?.stop();
      return;
    }
    const timer = window.setTimeout(() => setSeconds(seconds + 1), 1000);
    return () => window.clearTimeout(timer);
  }, [seconds]);

  const begin = async () => {
    setProblem("");
    setKept(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const made = new MediaRecorder(stream);
      const parts: Blob[] = [];
      const began = performance.now();
      made.ondataavailable = (event) => parts.push(event.data);
      made.onstop = () => {
        stream.getTracks().forEach((track) => track.stop());
        const blob = new Blob(parts, { type: made.mimeType });
        setSeconds(null);
        if (blob.size > 0)
          setKept({ blob, seconds: Math.max(1, Math.round((performance.now() - began) / 1000)) });
        else setProblem("Nothing was recorded.");
      };
      recorder.current = made;
      made.start();
      setSeconds(0);
    } catch {
      setProblem("The microphone cannot be used. Allow it in the browser, or type the note.");
    }
  };
  if (!canRecord())
    return (
      <label className="block">
        <span className="text-sm font-bold">Spoken note, by the phone's recorder</span>
        <input
          type="file"
          accept="audio/*"
          capture
          className="block min-h-12 w-full py-2"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void onKeep(file, 0);
          }}
        />
      </label>
    );
  return (
    <div className="space-y-2">
      <p className="text-sm font-bold">Spoken note</p>
      {seconds === null ? (
        <Button onClick={() => void begin()}>
          {kept ? "Record it again" : "Record a spoken note"}
        </Button>
      ) : (
        <Button kind="stop" onClick={() => recorder.current?.stop()}>
          <span aria-live="off">Stop the recording ({seconds} s)</span>
        </Button>
      )}
      {kept ? (
        <Button kind="main" onClick={() => void onKeep(kept.blob, kept.seconds)}>
          Keep the note of {kept.seconds} s
        </Button>
      ) : null}
      {problem ? (
        <p role="alert" className="text-care">
          △ {problem}
        </p>
      ) : null}
    </div>
  );
}
