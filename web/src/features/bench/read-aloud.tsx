/**
 * “Read it to me”: headline, figures and caution, by a voice that is on this device; without one
 * there is no such button.
 */
import { useEffect, useState } from "react";
import type { Bench } from "../../api";
import { Button, figure, inUnits, useSettings } from "../../ui";

/** A voice of the device itself: what is read aloud never leaves it. */
function localVoice(): SpeechSynthesisVoice | null {
  if (typeof speechSynthesis === "undefined") return null;
  const own = speechSynthesis
    .getVoices()
    .filter((voice) => voice.localService && /^en\b/i.test(voice.lang));
  return own.find((voice) => voice.default) ?? own[0] ?? null;
}

function useLocalVoice() {
  const [voice, setVoice] = useState(localVoice);
  useEffect(() => {
    if (typeof speechSynthesis === "undefined") return;
    const { speechSynthesis: voices } = window;
    const look = () => setVoice(localVoice());
    voices.addEventListener?.("voiceschanged", look);
    return () => voices.removeEventListener?.("voiceschanged", look);
  }, []);
  return voice;
}

/** What is said, in sentences. */
export function sentences(bench: Bench, units: "mm" | "inch"): string[] {
  const { next } = bench;
  const place =
    bench.places.length > 1 ? bench.places.find((one) => one.id === bench.at)?.name : "";
  const figures = bench.figures
    .filter((one) => one.value !== null)
    .map(
      (one) => `${one.label}: ${figure(one, units)}${one.verdict ? `, ${one.verdict.word}` : ""}.`,
    );
  const said = [
    place ? `${place}.` : "",
    next.headline,
    next.why,
    ...(next.points ?? []),
    ...figures,
  ];
  if (next.risk) said.push(`Caution: ${next.risk}`);
  return said.filter(Boolean).map((one) => aloud(inUnits(one, units)));
}

/** Signs that a voice leaves out or spells. */
const aloud = (text: string) =>
  text
    .replace(/µm/g, "micrometres")
    .replace(/(\d)\s*mm\b/g, "$1 millimetres")
    .replace(/°C/g, " degrees Celsius")
    .replace(/°/g, " degrees")
    .replace(/±/g, " plus or minus ")
    .replace(/N·m/g, "newton metres")
    .replace(/[△▲✓○]/g, "")
    .replace(/\s+/g, " ")
    .trim();

export function ReadAloud({ bench }: { bench: Bench }) {
  const voice = useLocalVoice();
  const { units } = useSettings();
  const [reading, setReading] = useState(false);
  // Another headline, or another page: what was read is over.
  const headline = bench.next.headline;
  useEffect(
    () => () => {
      if (typeof speechSynthesis !== "undefined") speechSynthesis.cancel();
      setReading(false);
    },
    [headline],
  );
  if (!voice) return null;
  const toggle = () => {
    speechSynthesis.cancel();
    if (reading) {
      setReading(false);
      return;
    }
    const said = sentences(bench, units);
    said.forEach((text, i) => {
      const one = new SpeechSynthesisUtterance(text);
      one.voice = voice;
      one.lang = voice.lang;
      if (i === said.length - 1) one.onend = () => setReading(false);
      speechSynthesis.speak(one);
    });
    setReading(true);
  };
  return (
    <Button kind="quiet" aria-pressed={reading} onClick={toggle}>
      {reading ? "Be quiet" : "Read it to me"}
    </Button>
  );
}
