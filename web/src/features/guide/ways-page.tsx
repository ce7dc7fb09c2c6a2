/**
 * Where the trade disagrees: each question with its ways beside one another, the reason of each,
 * and the one default.
 */
import { useQuery } from "@tanstack/react-query";
import { getWays } from "../../api";

export function WaysPage() {
  const ways = useQuery({ queryKey: ["ways"], queryFn: getWays, staleTime: Infinity });
  return (
    <div className="mx-auto max-w-6xl space-y-4">
      <h1 className="text-2xl font-bold">Ways, side by side</h1>
      <p className="text-soft">
        Where good fitters disagree, every way is here with its reason. One is the default; the
        maker&apos;s instruction stands above all of them.
      </p>
      {ways.isError ? (
        <p className="sheet p-4">
          The ways cannot be fetched now. Try again when the network is back.
        </p>
      ) : null}
      <nav aria-label="Questions" className="flex flex-wrap gap-x-5 gap-y-1">
        {ways.data?.map(({ id, title }) => (
          <a
            key={id}
            href={`#${id}`}
            className="inline-flex min-h-11 items-center text-dye underline"
          >
            {title}
          </a>
        ))}
      </nav>
      {ways.data?.map(({ id, title, ways: each, chosen_at }) => (
        <section key={id} id={id} aria-labelledby={`${id}-title`} className="sheet scroll-mt-3 p-4">
          <h2 id={`${id}-title`} className="text-lg font-bold">
            {title}
          </h2>
          <p className="pb-2 text-sm text-soft">Chosen {chosen_at}.</p>
          <ul className="grid gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
            {each.map((way) => (
              <li
                key={way.title}
                className={`border-t-2 pt-2 ${way.default ? "border-ink" : "border-rule"}`}
              >
                <h3 className="font-bold">
                  {way.title}
                  {way.default ? <span className="font-normal"> · default</span> : null}
                </h3>
                <p className="text-sm">{way.reason}</p>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
