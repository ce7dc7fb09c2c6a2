/**
 * One cause of the book: what is to be put right, every sign for and against it with its weight,
 * and what settles or rules it out.
 */
import type { FailureBook } from "../../api";
import { signWords } from "./signs-page";

interface Props {
  cause: FailureBook["causes"][number];
  book: FailureBook;
  open: boolean;
}

export function CauseCard({ cause, book, open }: Props) {
  const named = (marks: readonly string[]) =>
    marks.map((mark) => signWords(book, mark)).join(" and ");
  const classes = cause.iso.map((number) => {
    const found = book.classes.find((one) => one.number === number);
    return found ? `${number} ${found.name}` : number;
  });
  return (
    <details className="sheet p-4" open={open}>
      <summary className="min-h-11 cursor-pointer font-bold">{cause.words}</summary>
      <p>
        Before another one goes in: {cause.action} ({cause.who}).
      </p>
      <p className="text-sm text-soft">Damage: {classes.join(", ")}.</p>
      <table className="mt-2 w-full text-left text-sm">
        <thead>
          <tr className="border-b-2 border-ink">
            <th className="py-1 pr-3">Sign</th>
            <th className="pr-3">Why</th>
            <th className="text-right">Weight</th>
          </tr>
        </thead>
        <tbody>
          <tr className="border-b border-rule">
            <td className="py-1 pr-3" colSpan={2}>
              Before anything is seen
            </td>
            <td className="text-right font-mono">{signed(cause.prior)}</td>
          </tr>
          {cause.weighs.flatMap(({ marks, why }) =>
            Object.entries(marks).map(([mark, weight]) => (
              <tr key={mark} className="border-b border-rule">
                <td className="py-1 pr-3">{signWords(book, mark)}</td>
                <td className="pr-3 text-soft">{why}</td>
                <td className="text-right font-mono">{signed(weight)}</td>
              </tr>
            )),
          )}
        </tbody>
      </table>
      {cause.together?.map((pair) => (
        <p key={pair.join()} className="pt-1 text-sm">
          <b>Settled by two:</b> {named(pair)}
          {pair.some((mark) => cause.by_record?.includes(mark)) ? " (by a record, not told)" : ""}
        </p>
      ))}
      {cause.ruled_out?.map((line) => (
        <p key={line.join()} className="pt-1 text-sm">
          <b>Ruled out by:</b> {named(line)}
        </p>
      ))}
    </details>
  );
}

const signed = (value: number) => (value > 0 ? `+${value}` : String(value).replace("-", "−"));
