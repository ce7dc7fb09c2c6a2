/**
 * The rest of the book: what counts less, marks of the removal, when a part may go back, and the
 * classes of damage.
 */
import type { FailureBook } from "../../api";
import { signWords } from "./signs-page";

export function SignTables({ book }: { book: FailureBook }) {
  const named = (marks: readonly string[]) => marks.map((mark) => signWords(book, mark)).join("; ");
  const cause = (id: string) => book.causes.find((one) => one.id === id)?.words ?? id;
  return (
    <>
      <Sheet title="What counts less, and nothing wrong">
        {book.consequences.map((one) => (
          <li key={one.marks.join() + one.of.join()}>
            <b>{one.why}:</b> {named(one.marks)}. Counts less for another cause where one of these
            is shown: {one.of.map(cause).join("; ")}.
          </li>
        ))}
        <li>
          <b>Nothing is wrong with it</b> where all of these were looked at and found so:{" "}
          {named(book.nothing_wrong)}.
        </li>
      </Sheet>
      <Sheet title="Marks of the removal">
        <li>
          Named where they weigh {book.removal.enough} together, and then left out:{" "}
          {named(book.removal.leaves_out)}.
        </li>
        {book.removal.spoils.map((one) => (
          <li key={one.answer}>
            <b>{signWords(book, one.answer)}</b> leaves out {named(one.leaves_out)}: {one.why}.
          </li>
        ))}
      </Sheet>
      <Sheet title="Reuse or scrap">
        {book.parts.map((one) => (
          <li key={one.part}>
            <b className="inline-block first-letter:uppercase">{one.part}</b>:{" "}
            {one.scrap.length > 0
              ? `scrap where ${one.scrap.map((sign) => sign.why).join("; ")}.`
              : "by eye; say by which sign."}
          </li>
        ))}
      </Sheet>
      <section className="sheet p-4" aria-label="Classes of damage">
        <h2 className="pb-2 text-xl font-bold">Classes of damage (ISO 15243, from memory)</h2>
        <div
          className="overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="Classes of damage, table"
        >
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="border-b-2 border-ink">
                {["Class", "What is seen", "Where", "Taken for"].map((head) => (
                  <th key={head} className="py-1 pr-4">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {book.classes.map((one) => (
                <tr key={one.number} className="border-b border-rule align-top">
                  <td className="py-1 pr-4">
                    <b>{one.number}</b> {one.name}
                  </td>
                  <td className="pr-4">{one.seen}</td>
                  <td className="pr-4">{one.where}</td>
                  <td>{one.confused}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </>
  );
}

function Sheet({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="sheet p-4" aria-label={title}>
      <h2 className="pb-2 text-xl font-bold">{title}</h2>
      <ul className="space-y-2 text-sm">{children}</ul>
    </section>
  );
}
