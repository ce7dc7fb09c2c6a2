/**
 * A photograph, sheet or spoken note: sent first, then kept with the job by a tap. What could not
 * be sent stays to be sent again.
 */
import { useState } from "react";
import { sendAttachment } from "../../../api";
import type { Tap } from "../parts";

export function useKeep(job: string, tap: Tap) {
  const [said, setSaid] = useState("");
  const keep = async (
    file: Blob,
    about: { caption: string; stage?: string; belongs_to?: number; marks?: string },
  ) => {
    setSaid("On its way …");
    try {
      const kept = await sendAttachment(job, file);
      tap({ kind: "attach", attachment: kept.id, what: kept.kind, ...about });
      setSaid("");
      return true;
    } catch (error) {
      setSaid(
        error instanceof Error
          ? `${error.message} It stays here: press again.`
          : "It could not be sent.",
      );
      return false;
    }
  };
  return { said, keep };
}
