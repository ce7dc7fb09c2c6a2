/** The bearing in its hub, to scale, with what pushes on its outer ring. */
import type { HubWork } from "../../../../api";
import { HubDrawing, hubFrame } from "../../../../drawing";
import { length, useSettings } from "../../../../ui";

export function HubDrawings({ work }: { work: HubWork }) {
  const { section, chosen, home } = work;
  const { units } = useSettings();
  if (!section) return null;
  return (
    <section className="sheet space-y-2 p-3" aria-label="Bearing and hub">
      <HubDrawing section={section} home={home} tool={chosen === "heat" || home ? null : chosen} />
      <p className="text-sm text-soft">
        To scale
        {hubFrame(section, home, false).cutOff
          ? `; the hub is cut off above, it goes on to ${length(section.hub_outside_mm, units)}`
          : ""}
        .
      </p>
    </section>
  );
}
