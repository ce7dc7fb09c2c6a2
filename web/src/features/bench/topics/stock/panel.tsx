/** Taking stock: what is needed first, then everything that can be noted at any time. */
import type { Work } from "../../../../api";
import type { Refused, Tap } from "../../parts";
import { Marks } from "./marks";
import { Parts } from "./parts-checked";
import { Numbers } from "./numbers";
import { Photos } from "./photos";
import { Joints, TemporaryParts } from "./registers";

export type StockWork = Extract<Work, { topic: "stock" }>;

export interface StockProps {
  work: StockWork;
  tap: Tap;
  refused: Refused;
}

export function StockPanel({ job, ...props }: StockProps & { job: string }) {
  const { work } = props;
  const undecided = work.parts.some(
    (part) => !part.decided_by && part.differs.some((one) => one.grave),
  );
  const partNext = undecided || (work.next_place !== "" && work.next_mark === null);
  // What stopped the work is read again here: nobody scrolls for it.
  const slipped = work.numbers.some(({ verdicts }) =>
    verdicts.some(({ level }) => level === "stop"),
  );
  return (
    <div className="space-y-6 pt-4">
      {slipped ? <Numbers {...props} /> : null}
      {partNext ? <Parts {...props} /> : <Marks {...props} />}
      {partNext ? <Marks {...props} /> : <Parts {...props} />}
      {slipped ? null : <Numbers {...props} />}
      <TemporaryParts {...props} />
      <Joints {...props} />
      <Photos job={job} {...props} />
    </div>
  );
}
