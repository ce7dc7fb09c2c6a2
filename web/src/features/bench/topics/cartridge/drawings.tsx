/**
 * The cartridge in half section to scale, the screws of its covers in their order, and what was
 * said.
 */
import type { CartridgeWork } from "../../../../api";
import { CartridgeSection, ScrewPattern } from "../../../../drawing";
import { VerdictMark } from "../../../../ui";

export function CartridgeDrawings({ work }: { work: CartridgeWork }) {
  if (!work.planned) return null;
  const due = work.bearings.find(({ side }) => side === work.cover_due);
  return (
    <section className="sheet space-y-2 p-3" aria-label="Cartridge">
      <CartridgeSection cartridge={work} />
      {work.in_housing && due ? (
        <ScrewPattern order={work.screw_order} screw={work.screw} passes={due.passes} />
      ) : null}
      <ul>
        {work.verdicts.map(({ what, verdict }, at) => (
          <li key={`${what}.${at}`} className="flex flex-wrap gap-x-3">
            {what}: <VerdictMark verdict={verdict} />
          </li>
        ))}
      </ul>
    </section>
  );
}
