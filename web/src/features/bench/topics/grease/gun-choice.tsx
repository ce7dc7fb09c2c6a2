/**
 * Which gun: one of the crib with what its stroke gives, or typed; none where grease goes in by
 * hand.
 */
import { useTools } from "../../../../api";
import { Button } from "../../../../ui";
import { EntryText } from "../../entry-text";
import type { Entry } from "../../use-entry";

export function GunChoice({ entry }: { entry: Entry }) {
  const { guns } = useTools();
  return (
    <div className="space-y-2">
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="gun" label="Gun" hint="empty: by hand, by weight" />
        <EntryText
          entry={entry}
          name="stroke"
          label="One stroke of it gives"
          hint="weigh ten strokes"
        />
      </div>
      {guns.length > 0 ? (
        <div className="flex flex-wrap gap-2" role="group" aria-label="Guns of the crib">
          {guns.map(({ id, gun, stroke }) => (
            <Button
              key={id}
              onClick={() => {
                entry.set("gun")(gun.name);
                entry.set("stroke")(stroke);
              }}
            >
              {gun.name}: {stroke}
            </Button>
          ))}
        </div>
      ) : null}
    </div>
  );
}
