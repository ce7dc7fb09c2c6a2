/** What every panel of the bench shares. */
import type { ReactNode } from "react";
import type { Command, RefusedCommand } from "../../api";

export type Tap = (command: Command) => void;
export type Refused = RefusedCommand | null;

export function Row({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap gap-3 pt-4">{children}</div>;
}
