/**
 * Short keys for the planner's desk. They press what is on the page, so that keys and taps cannot
 * differ.
 */
import { useEffect, useRef } from "react";
import { useNavigate } from "react-router";
import { useSettings } from "../ui";

export const KEYS = [
  { key: "n", does: "do the next move (the yellow button)" },
  { key: "1", does: "the feeler passes" },
  { key: "2", does: "the feeler passes with a light drag" },
  { key: "3", does: "the feeler does not pass" },
  { key: "t", does: "type a turn of the nut" },
  { key: "u", does: "mm or inch" },
  { key: "l", does: "light or dark" },
  { key: "j", does: "all jobs" },
  { key: "p", does: "plan a mounting" },
  { key: "s", does: "the calculator: what if" },
  { key: "b", does: "tables" },
  { key: "c", does: "tool crib" },
  { key: "r", does: "rounds: what is due" },
  { key: "m", does: "plant: machines and positions" },
  { key: "?", does: "this list" },
];

/** Keys that follow one another faster than this were not pressed by a hand. */
const BURST_MS = 60;

const TYPING = "input:not([type=checkbox]):not([type=radio]), select, textarea";

export function useKeys(on: boolean, onHelp: () => void): void {
  const navigate = useNavigate();
  const { units, look, change } = useSettings();
  const timer = useRef(0);
  const last = useRef(-Infinity);
  useEffect(() => {
    const element = (selector: string) => document.querySelector<HTMLElement>(selector);
    const act = (pressed: string) => {
      switch (pressed) {
        case "?":
          onHelp();
          break;
        case "n":
          element("[data-main]")?.click();
          break;
        case "1":
        case "2":
        case "3":
          element(`[data-hotkey="${pressed}"]`)?.click();
          break;
        case "t":
          element("[data-turn]")?.focus();
          break;
        case "u":
          change({ units: units === "mm" ? "inch" : "mm" });
          break;
        case "l":
          change({ look: look === "dark" ? "light" : "dark" });
          break;
        case "j":
          navigate("/");
          break;
        case "p":
          navigate("/plan");
          break;
        case "s":
          navigate("/calculator");
          break;
        case "b":
          navigate("/tables");
          break;
        case "c":
          navigate("/crib");
          break;
        case "r":
          navigate("/rounds");
          break;
        case "m":
          navigate("/plant");
          break;
      }
    };
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.altKey || event.metaKey || target.matches(TYPING)) return;
      if (document.querySelector('[role="dialog"]')) return;
      if (!on && event.key !== "?") return;
      // A gauge that types sends a whole number at once: its figures are no short keys.
      const alone = performance.now() - last.current > BURST_MS;
      window.clearTimeout(timer.current);
      if (event.key.length === 1 && event.key !== " ") last.current = performance.now();
      if (!KEYS.some(({ key }) => key === event.key)) return;
      event.preventDefault();
      if (alone) timer.current = window.setTimeout(() => act(event.key), BURST_MS);
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [on, onHelp, navigate, units, look, change]);
}
