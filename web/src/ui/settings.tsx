/**
 * What a person set: units, look, numbers and text go with the person; keys and what was taken
 * along last stay with the device.
 */
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from "react";
import { keepSettings, people } from "../api";
import { arrived, unsentOf, waits } from "./unsent-settings";

export type Units = "mm" | "inch";
export type Look = "light" | "dark";
export type NumberFormat = "point" | "comma";
export type TextSize = "usual" | "large" | "largest";

interface Settings {
  units: Units;
  look: Look;
  number: NumberFormat;
  text: TextSize;
  /** Who is at the bench. */
  actor: string;
  keys: boolean;
  /** Gauging leaf by leaf instead of one tap for the thickest that goes in. */
  leafwise: boolean;
  /** The gauge set that was taken along last. */
  feeler: string;
}

interface SettingsAccess extends Settings {
  change: (part: Partial<Settings>) => void;
}

const KEY = "tribodex.settings";
const Context = createContext<SettingsAccess | null>(null);

function read(): Settings {
  const usual: Settings = {
    units: "mm",
    look: window.matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light",
    number: "point",
    text: "usual",
    actor: "",
    keys: true,
    leafwise: false,
    feeler: "",
  };
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Settings>) };
  } catch {
    return usual;
  }
}

const PERSONAL = ["units", "look", "number", "text"] as const;

/** Of a change what goes with the person. */
function personal(part: Partial<Settings>): Record<string, string> {
  return Object.fromEntries(
    PERSONAL.flatMap((name) => (part[name] === undefined ? [] : [[name, part[name]]])),
  );
}

/**
 * Without a network, or where the page is left first, it waits on this device until somebody is
 * here again.
 */
function send(person: string): void {
  const mine = person ? unsentOf(person) : {};
  if (Object.keys(mine).length === 0) return;
  keepSettings(mine).then(
    () => arrived(person, mine),
    () => undefined,
  );
}

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [settings, setSettings] = useState(read);
  const person = useSyncExternalStore(people.subscribe, people.current)?.me;
  const own = person?.settings as Partial<Settings> | undefined;
  const id = person?.id ?? "";
  const [taken, setTaken] = useState<typeof own>(undefined);
  if (own && own !== taken) {
    // Another person is here: what that one set comes along.
    setTaken(own);
    setSettings({ ...settings, ...personal(own), ...unsentOf(id) });
  }
  useEffect(() => {
    document.documentElement.dataset["look"] = settings.look;
    document.documentElement.dataset["text"] = settings.text;
    localStorage.setItem(KEY, JSON.stringify(settings));
  }, [settings]);
  useEffect(() => send(id), [id]);
  const change = useCallback(
    (part: Partial<Settings>) => {
      setSettings((before) => ({ ...before, ...part }));
      if (id) waits(id, personal(part));
      send(id);
    },
    [id],
  );
  const name = person?.name;
  const access = useMemo(
    () => ({ ...settings, ...(name ? { actor: name } : {}), change }),
    [settings, name, change],
  );
  return <Context.Provider value={access}>{children}</Context.Provider>;
}

export function useSettings(): SettingsAccess {
  const access = useContext(Context);
  if (!access) throw new Error("SettingsProvider is missing");
  return access;
}
