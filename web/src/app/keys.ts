/** Short keys for the planner's desk. They press what is on the page, so that keys and taps cannot differ. */
import { useEffect } from "react";
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

const TYPING = "input:not([type=checkbox]):not([type=radio]), select, textarea";

export function useKeys(on: boolean, onHelp: () => void): void {
  const navigate = useNavigate();
  const { units, look, change } = useSettings();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.altKey || event.metaKey || target.matches(TYPING)) return;
      if (document.querySelector('[role="dialog"]')) return;
      if (!on && event.key !== "?") return;
      const element = (selector: string) => document.querySelector<HTMLElement>(selector);
      switch (event.key) {
        case "?":
          onHelp();
          break;
        case "n":
          element("[data-main]")?.click();
          break;
        case "1":
        case "2":
        case "3":
          element(`[data-hotkey="${event.key}"]`)?.click();
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
        default:
          return;
      }
      event.preventDefault();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [on, onHelp, navigate, units, look, change]);
}
