/**
 * The guide: a page for each kind of work, a first day for each of three people, the words. Shipped
 * with the app: it needs no network.
 */
import { Link } from "react-router";
import guide from "../../../../data/guide/guide.json";
import { Picture } from "../../drawing";

interface Chapter {
  id: string;
  title: string;
  steps: string[];
  picture?: string;
  plan?: string;
}

const WORK: Chapter[] = guide.work;
const DAYS: Chapter[] = guide.days;

export function GuidePage() {
  return (
    <div className="mx-auto max-w-4xl space-y-4">
      <h1 className="text-2xl font-bold">Guide</h1>
      <nav aria-label="In this guide" className="flex flex-wrap gap-x-5 gap-y-1">
        {[...DAYS, ...WORK].map(({ id, title }) => (
          <a
            key={id}
            href={`#${id}`}
            className="inline-flex min-h-11 items-center text-dye underline"
          >
            {title}
          </a>
        ))}
        <Link to="/words" className="inline-flex min-h-11 items-center text-dye underline">
          Words, with drawings
        </Link>
        <Link to="/ways" className="inline-flex min-h-11 items-center text-dye underline">
          Ways, side by side
        </Link>
      </nav>
      {DAYS.map((chapter) => (
        <ChapterOf key={chapter.id} chapter={chapter} />
      ))}
      {WORK.map((chapter) => (
        <ChapterOf key={chapter.id} chapter={chapter} />
      ))}
      <p className="text-sm text-soft">
        The site&apos;s lock-out procedure, local codes, the maker&apos;s instructions and licensed
        persons stand above this tool.
      </p>
    </div>
  );
}

function ChapterOf({ chapter }: { chapter: Chapter }) {
  const { id, title, steps, picture, plan } = chapter;
  return (
    <section
      id={id}
      aria-labelledby={`${id}-title`}
      className="sheet flex scroll-mt-3 flex-wrap items-start gap-4 p-4"
    >
      <div className="min-w-0 flex-1 basis-80">
        <h2 id={`${id}-title`} className="pb-1 text-lg font-bold">
          {title}
        </h2>
        <ol className="list-decimal space-y-1 pl-5">
          {steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        {plan ? (
          <Link to={plan} className="inline-flex min-h-11 items-center text-dye underline">
            To where it begins
          </Link>
        ) : null}
      </div>
      {picture ? <Picture name={picture} /> : null}
    </section>
  );
}
