import type { Bench } from "../../api";
import { shownPlace } from "./parts";

/** Like the title block of a drawing; on a phone it shrinks to two lines. */
export function TitleBlock({ bench }: { bench: Bench }) {
  const place = shownPlace(bench);
  const work = bench.work.topic === "tapered" ? bench.work : null;
  const bearings = place
    ? place.bearing
    : [...new Set(bench.places.map((one) => one.bearing))].join(", ");
  const papers = [{ address: "record.html", words: "Record", more: "" }];
  if (bench.has_plan)
    papers.push({
      address: `plan.html${place ? `?at=${place.id}` : ""}`,
      words: "Plan",
      more: " sheet",
    });
  const cell =
    "min-w-0 break-words px-3 py-1 lg:border-b lg:border-ink lg:py-1.5 lg:last:border-b-0";
  return (
    <div className="sheet mb-3 flex flex-wrap items-center text-sm lg:mb-4 lg:block">
      <p className={`${cell} flex items-baseline gap-2 lg:justify-between`}>
        <span className="text-soft">Job</span>
        <b className="text-xl leading-none lg:text-2xl">{bench.number}</b>
      </p>
      {bearings ? (
        <p className={cell}>
          <b>{bearings}</b>
        </p>
      ) : null}
      <p className={`${cell} order-last w-full lg:w-auto`}>
        {bench.machine}
        <span className="lg:hidden">, </span>
        <span className="lg:block">
          {(place ? [place] : bench.places).map((one) => one.name).join(" and ")}
        </span>
        {work && work.attempt > 1 ? <b className="block">Attempt {work.attempt}</b> : null}
      </p>
      {work ? (
        <p className={`${cell} order-last w-full lg:w-auto`}>
          <span className="text-soft">Method</span> <b>{work.method_title}</b>
        </p>
      ) : null}
      <p className={`${cell} ml-auto flex gap-4`}>
        {papers.map(({ address, words, more }) => (
          <a
            key={address}
            href={`/api/jobs/${bench.id}/${address}`}
            className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
          >
            {words}
            <span className="sr-only lg:not-sr-only lg:whitespace-pre">{more}</span>
          </a>
        ))}
      </p>
    </div>
  );
}
