/**
 * What a position fills into a form: only what is empty or came from a position before. What was
 * typed is asked about.
 */
import { useState } from "react";

type Given = Record<string, string>;

export interface Prefill {
  /**
   * What the position has where somebody typed something else; null while nothing is to be asked.
   */
  offer: Given | null;
  /** What was typed in those entries. */
  typed: Given;
  propose: (part: Given) => void;
  take: () => void;
  keep: () => void;
  forget: () => void;
}

export function usePrefill(draft: Given, change: (part: Given) => void): Prefill {
  const [taken, setTaken] = useState<Given>({});
  const [offer, setOffer] = useState<Given | null>(null);
  const fill = (part: Given) => {
    change(part);
    setTaken(part);
    setOffer(null);
  };
  const typed = Object.fromEntries(
    Object.keys(offer ?? {}).map((name) => [name, draft[name] ?? ""]),
  );
  return {
    offer,
    typed,
    propose: (part) => {
      const names = Object.keys(part);
      const own = names.some((name) => draft[name] && draft[name] !== taken[name]);
      const same = names.every((name) => (draft[name] ?? "") === part[name]);
      if (own && !same) setOffer(part);
      else fill(part);
    },
    take: () => offer && fill(offer),
    keep: () => setOffer(null),
    forget: () => {
      setTaken({});
      setOffer(null);
    },
  };
}
