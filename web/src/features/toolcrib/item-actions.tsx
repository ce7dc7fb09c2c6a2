/** What can be done with an item, and what was. */
import { Button } from "../../ui";

export function Actions(props: {
  name: string;
  withdrawn: boolean;
  onChange: () => void;
  onWithdraw: () => void;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={props.onChange}>
        {props.withdrawn ? "Bring back, changed" : "Change"}
        <span className="sr-only"> {props.name}</span>
      </Button>
      {props.withdrawn ? null : (
        <Button kind="quiet" onClick={props.onWithdraw}>
          Withdraw<span className="sr-only"> {props.name}</span>
        </Button>
      )}
    </div>
  );
}

export function History({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="pt-1 text-sm text-soft">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
