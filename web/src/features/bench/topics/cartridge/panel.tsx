/** A cartridge: what is asked next, and what is left in an order that may be another. */
import type { CartridgeWork } from "../../../../api";
import { Button } from "../../../../ui";
import type { Refused, Tap } from "../../parts";
import { TurnedByHand } from "../../turned-by-hand";
import { Covers, Joint, Round } from "./covers";
import { Cooled, Enter, Room } from "./housing";
import { Order } from "./order";
import { Ring } from "./ring";
import { Flinger, Pack, Pair, TopUp } from "./shaft-end";

export interface CartridgeProps {
  work: CartridgeWork;
  tap: Tap;
  refused: Refused;
}

export function CartridgePanel(props: CartridgeProps) {
  return (
    <>
      <Asked {...props} />
      <Order {...props} />
    </>
  );
}

function Asked(props: CartridgeProps) {
  const { work, tap } = props;
  switch (props.work.asks) {
    case "set_outer_ring": {
      const side = work.bearings.find(({ ring_due }) => ring_due)?.side;
      return side ? (
        <div className="pt-4">
          <Button kind="main" data-main onClick={() => tap({ kind: "set_outer_ring", side })}>
            Fitted, against its shoulder
          </Button>
        </div>
      ) : null;
    }
    case "read_cooled":
      return <Cooled {...props} />;
    case "enter_housing":
      return <Enter {...props} />;
    case "measure_below":
      return <Room key="below" {...props} before />;
    case "turn_over":
      return <Room key="over" {...props} />;
    case "use_rod":
      return (
        <div className="pt-4">
          <Button kind="main" data-main onClick={() => tap({ kind: "use_rod", out: work.rod_out })}>
            {work.rod_out ? "Handle rod is off" : "Handle rod is on"}
          </Button>
        </div>
      );
    case "seat_ring":
      return <Ring key={`${work.ring_due?.side}.${work.ring_due?.sits}`} {...props} />;
    case "tighten_pair":
      return <Pair {...props} />;
    case "pack_between":
      return <Pack {...props} />;
    case "measure_cover":
      return <Covers {...props} />;
    case "seal_joint":
      return <Joint {...props} />;
    case "tighten_round":
      return <Round {...props} />;
    case "turn_cartridge":
      return (
        <TurnedByHand onSay={(freely, text) => tap({ kind: "turn_cartridge", freely, text })} />
      );
    case "set_flinger":
      return <Flinger {...props} />;
    case "top_up":
      return <TopUp {...props} />;
    case null:
      return null;
    default:
      return props.work.asks satisfies never;
  }
}
