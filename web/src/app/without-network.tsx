/** Who takes the device while nobody can check a PIN. */
import { people } from "../api";
import { Button } from "../ui";

/** Without a network people are taken by their name, as long as they signed in here lately. */
export function WithoutNetwork({ onIn }: { onIn?: () => void }) {
  const known = people.inTime();
  return (
    <div className="space-y-3 pb-4">
      <p className="border-2 border-care px-3 py-2">
        <b className="text-care">△ No network.</b>{" "}
        {known.length > 0
          ? "The PIN cannot be checked now. Taps say so, and what is signed or decided waits for it."
          : "Nobody signed in on this device lately: wait for the network."}
      </p>
      {known.map(({ me }) => (
        <Button
          key={me.id}
          className="w-full text-lg"
          onClick={() => {
            people.takeUnchecked(me.id);
            onIn?.();
          }}
        >
          {me.name}, PIN not checked
        </Button>
      ))}
    </div>
  );
}
