/** How figures that are worked out while typing stand there: of what is typed, or not. */
import type { ReactNode } from "react";

/** Figures of what was typed before fade, and say so, until those of what is typed now are there. */
export function Earlier({ earlier, children }: { earlier: boolean; children: ReactNode }) {
  return (
    <div aria-busy={earlier} className="earlier">
      {earlier ? (
        <p className="earlier-word" aria-hidden>
          <span>Of what was typed before. Working it out …</span>
        </p>
      ) : null}
      {children}
    </div>
  );
}

/** No figures, because nobody answers. */
export function NoAnswer() {
  return (
    <p role="alert" className="border-2 border-care px-3 py-2">
      <b className="text-care">△ No answer from the server.</b> What you typed stays here, and is
      worked out when it answers again.
    </p>
  );
}
