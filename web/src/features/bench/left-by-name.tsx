/** What was refused because it is not as asked: said, and left so by a name with a reason. */
import { useState } from "react";
import type { ProblemField } from "../../api";
import { Button, NamedReason } from "../../ui";

export function LeftByName(props: {
  off: ProblemField | undefined;
  title: string;
  onDecide: (name: string, reason: string) => void;
}) {
  const { off, title, onDecide } = props;
  const [deciding, setDeciding] = useState(false);
  if (!off) return null;
  return (
    <>
      <p className="font-bold text-oxide">▲ {off.message}</p>
      <Button kind="stop" onClick={() => setDeciding(true)}>
        Accept as is (sign)
      </Button>
      <NamedReason
        title={title}
        description={off.message}
        action="Accept as is"
        open={deciding}
        onClose={() => setDeciding(false)}
        onDecide={onDecide}
      />
    </>
  );
}
