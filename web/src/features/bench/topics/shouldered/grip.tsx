/** How long until a warm ring touches its seat, counted down. */
import { useEffect, useState } from "react";
import type { ShoulderProps } from "./panel";

/** Seconds until the ring touches its seat, counted down; none while its readings do not tell. */
export function secondsLeft(contactAt: string | null, now: number): number | null {
  return contactAt === null ? null : Math.max(0, Math.round((Date.parse(contactAt) - now) / 1000));
}

export function Grip({ work }: Pick<ShoulderProps, "work">) {
  const [now, setNow] = useState(Date.now);
  const counting = work.off && work.contact_at !== null;
  useEffect(() => {
    if (!counting) return;
    const timer = window.setInterval(() => setNow(Date.now()), 1_000);
    return () => window.clearInterval(timer);
  }, [counting]);
  if (work.contact_c === null) return null;
  const left = secondsLeft(work.contact_at, now);
  return (
    <p>
      It touches its seat at <b>{work.contact_c.toFixed(0)} °C</b>
      {left === null ? (
        "; two readings after the heater is off tell when."
      ) : (
        <>
          , in the air in about{" "}
          <b className="text-2xl" role="timer">
            {left >= 90 ? `${Math.round(left / 60)} min` : `${left} s`}
          </b>
          ; on the shaft in tens of seconds.
        </>
      )}
    </p>
  );
}
