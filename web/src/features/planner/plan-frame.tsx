/**
 * Every plan looks like this: what is asked on the left, what follows from it on the right; on a
 * phone one below the other.
 */
import type { ReactNode } from "react";
import { BlankSheets } from "./blank-sheets";

export function PlanFrame(props: {
  title: string;
  head: ReactNode;
  onOpen: () => Promise<void>;
  sheet: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="space-y-4">
      <h1 className="text-2xl font-bold">{props.title}</h1>
      {props.head}
      <div className="grid gap-6 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        <form
          data-plan
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void props.onOpen();
          }}
        >
          {props.children}
        </form>
        <div className="min-w-0 space-y-6">{props.sheet}</div>
      </div>
      <BlankSheets />
    </div>
  );
}
