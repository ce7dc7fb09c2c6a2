/** What a person set on this device: unit system, look, who is at the bench, keyboard shortcuts. */
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

export type Units = "mm" | "inch";
export type Look = "light" | "dark";

interface Settings {
  units: Units;
  look: Look;
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

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [settings, setSettings] = useState(read);
  useEffect(() => {
    document.documentElement.dataset["look"] = settings.look;
    localStorage.setItem(KEY, JSON.stringify(settings));
  }, [settings]);
  const access = useMemo(
    () => ({
      ...settings,
      change: (part: Partial<Settings>) => setSettings((before) => ({ ...before, ...part })),
    }),
    [settings],
  );
  return <Context.Provider value={access}>{children}</Context.Provider>;
}

export function useSettings(): SettingsAccess {
  const access = useContext(Context);
  if (!access) throw new Error("SettingsProvider is missing");
  return access;
}
