/** What is being mounted: each kind has a plan of its own, and all of them look alike. */
import { Link } from "react-router";
import type { Kind } from "../../api";

const KINDS: { kind: Kind; to: string; words: string }[] = [
  { kind: "taper", to: "/plan", words: "Sleeve or taper" },
  { kind: "shoulder", to: "/plan/shoulder", words: "Cylindrical seat" },
  { kind: "unit", to: "/plan/unit", words: "Housed unit" },
  { kind: "insert", to: "/plan/insert", words: "Insert, at the bench" },
  { kind: "cartridge", to: "/plan/cartridge", words: "Cartridge" },
  { kind: "follower", to: "/plan/follower", words: "Cam follower" },
  { kind: "fitted", to: "/plan/fitted", words: "Mounted by others" },
];

export const pathOf = (kind: Kind) => KINDS.find((one) => one.kind === kind)?.to ?? "/plan";
export const wordsOf = (kind: Kind) => KINDS.find((one) => one.kind === kind)?.words ?? "";

export function KindRow({ kind }: { kind: Kind }) {
  return (
    <nav aria-label="What is mounted" className="flex flex-wrap gap-2">
      {KINDS.map((one) => (
        <Link
          key={one.kind}
          to={one.to}
          aria-current={one.kind === kind ? "page" : undefined}
          className="inline-flex min-h-12 items-center rounded-sm border-2 border-edge bg-sheet px-3 py-1 leading-tight aria-[current=page]:border-ink aria-[current=page]:bg-wash aria-[current=page]:font-bold"
        >
          {one.words}
        </Link>
      ))}
    </nav>
  );
}
