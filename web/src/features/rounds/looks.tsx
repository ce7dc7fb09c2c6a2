/**
 * What is looked at: all in order until something is tapped; what is not in order is said in words.
 */
import { Button } from "../../ui";

export function Looks(props: {
  looks: string[];
  found: string[];
  onFound: (found: string[]) => void;
}) {
  const { looks, found, onFound } = props;
  return (
    <fieldset className="space-y-2">
      <legend className="pb-1 text-sm font-bold">Look: tap what is not in order</legend>
      {looks.map((look) => {
        const bad = found.includes(look);
        return (
          <Button
            key={look}
            kind={bad ? "stop" : "plain"}
            aria-pressed={bad}
            className="w-full justify-start! text-left!"
            onClick={() => onFound(bad ? found.filter((one) => one !== look) : [...found, look])}
          >
            <span aria-hidden>{bad ? "▲" : "✓"}</span> {look}
            {bad ? ": not in order" : ""}
          </Button>
        );
      })}
    </fieldset>
  );
}
