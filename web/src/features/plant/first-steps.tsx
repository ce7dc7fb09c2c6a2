/** Where nothing is in yet: what is still missing before a mounting can be planned. */
import { Link } from "react-router";

export function FirstSteps(props: {
  people: number;
  machines: number;
  positions: number;
  sets: number;
}) {
  const steps = [
    {
      done: props.people > 0,
      words: "Somebody to log: let those in who work here.",
      to: "/people",
      where: "People",
    },
    { done: props.machines > 0, words: "A machine, with the part of the site where it stands." },
    {
      done: props.positions > 0,
      words: "A position of it: which bearing, and what is known of it.",
    },
    {
      done: props.sets > 0,
      words: "A feeler set, as it is marked.",
      to: "/crib",
      where: "Tool crib",
    },
  ];
  if (steps.every(({ done }) => done)) return null;
  return (
    <section className="sheet p-4" aria-labelledby="first-steps">
      <h2 id="first-steps" className="font-bold">
        To begin with
      </h2>
      <ol className="list-decimal pl-6">
        {steps.map(({ done, words, to, where }) => (
          <li key={words} className={`py-1 ${done ? "text-soft" : ""}`}>
            {words} {done ? "✓ done" : null}
            {to && !done ? (
              <Link to={to} className="inline-flex min-h-11 items-center text-dye underline">
                {where}
              </Link>
            ) : null}
          </li>
        ))}
      </ol>
      <p>
        Then plan a mounting.{" "}
        <Link to="/guide" className="inline-flex min-h-11 items-center text-dye underline">
          Guide
        </Link>
      </p>
    </section>
  );
}
