/** The bearing, its nut and the ruler of clearances, drawn from the same answer as the words. */
import type { Tapered } from "../../../../api";
import { BearingSection, ClearanceRuler, IndicatorDial, NutDial } from "../../../../drawing";

export function TaperedDrawings({ work }: { work: Tapered }) {
  const { ruler, dial, section } = work;
  const last = ruler?.readings.at(-1);
  const play = ruler?.estimate_um ?? (last ? last.mean_um : null);
  const pictures = [
    ruler ? (
      <section key="ruler" className="sheet p-3" aria-label="Ruler">
        <ClearanceRuler ruler={ruler} groupName={work.group} />
      </section>
    ) : null,
    work.zero_set && work.indicator && !work.locked ? (
      <section key="indicator" className="sheet p-3" aria-label="Indicator">
        <IndicatorDial indicator={work.indicator} />
      </section>
    ) : work.zero_set && dial ? (
      <section key="nut" className="sheet p-3" aria-label="Nut">
        <NutDial
          dial={dial}
          travel={work.method === "X"}
          seat={work.next.do === "seat_nut" || work.seat?.verdict ? work.seat : null}
        />
        <p className="text-sm text-soft">{dialWords(work)}</p>
      </section>
    ) : null,
  ];
  // What the next move is about comes first: the nut while it is turned, the ruler while it is
  // gauged.
  const nutFirst = ["turn", "seat_nut", "lock", "see_tab", "set_zero"].includes(work.next.do);
  return (
    <>
      {nutFirst ? pictures.reverse() : pictures}
      <section className="sheet p-3" aria-label="Section">
        <BearingSection section={section} playUm={play} label={work.bearing} />
      </section>
    </>
  );
}

function dialWords(work: Tapered): string {
  const { dial } = work;
  if (!dial) return "";
  const words = ["Blue: turned so far."];
  if (dial.target_to_deg !== null && !work.locked) {
    words.push(
      work.gauged_method
        ? "Yellow: where the window is expected."
        : "Yellow: the turn that is asked for.",
    );
  }
  const stops = {
    tab_washer: "tabs",
    lock_plate: "plate positions",
    locking_clip: "clip positions",
  }[dial.lock];
  if (dial.step_deg !== null) {
    const how = dial.tabs_counted ? ", counted" : " by the table";
    words.push(
      `${dial.slots} slots, ${dial.tabs} ${stops}${how}: one every ${dial.step_deg.toFixed(1)}°.`,
    );
  } else words.push(`Slots and ${stops} are not all known; count them to see where they meet.`);
  if (!dial.outside_known) words.push("Outside diameter not known; drawn at a usual size.");
  return words.join(" ");
}
