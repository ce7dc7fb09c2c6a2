/**
 * How good a source is: a word and a shape. A full square was compared with print, an open one was
 * not.
 */
import type { Source } from "../../api";

const GRADES: Record<Source["grade"], string> = {
  standard: "published standard",
  practice: "common practice",
  maker: "maker's sheet",
  physics: "physics",
  measured: "measured here",
};
const CHECKED: Record<Source["checked"], string> = {
  print: "compared with print",
  memory: "from memory, not compared with print",
  derivation: "derived",
};

export function GradeMark({ source }: { source: Source }) {
  return (
    <span className="block">
      <span aria-hidden>{source.checked === "memory" ? "□ " : "■ "}</span>
      <b>{GRADES[source.grade]}</b>, {CHECKED[source.checked]}
    </span>
  );
}
