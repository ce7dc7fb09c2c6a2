/** The frame round every page: name, places, units, look, who, keys. */
import { useState, type ReactNode } from "react";
import { Link, NavLink } from "react-router";
import { Overlay, Tick, useMay, useMe, useSettings } from "../ui";
import { Elsewhere } from "./elsewhere";
import { KEYS, useKeys } from "./keys";
import { DeviceCopy, Flip, NotKept } from "./shell-parts";
import { Who } from "./who";

const TOOL = "inline-flex min-h-12 min-w-10 items-center justify-center px-2 hover:bg-wash sm:px-3";

const PLACE =
  "inline-flex min-h-12 min-w-11 shrink-0 items-center justify-center px-1 text-sm hover:bg-wash sm:px-3 sm:text-base";

const PLACES = [
  { to: "/", name: "Jobs" },
  { to: "/plan", name: "Plan" },
  { to: "/rounds", name: "Rounds" },
  { to: "/plant", name: "Plant" },
  { to: "/calculator", name: "Calculator" },
  { to: "/tables", name: "Tables" },
  { to: "/crib", name: "Tool crib" },
];

/** For those who look after others. */
const CREW = [{ to: "/crew", name: "Crew" }];

export function Shell({ children }: { children: ReactNode }) {
  const settings = useSettings();
  const [help, setHelp] = useState(false);
  const somebody = useMe() !== undefined;
  const crew = useMay("counter_sign");
  useKeys(settings.keys, () => setHelp(true));
  const place = ({ isActive }: { isActive: boolean }) =>
    `${PLACE} ${isActive ? "font-bold underline decoration-4 decoration-mark underline-offset-8" : ""}`;
  return (
    <>
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:absolute focus:z-20 focus:bg-mark focus:p-3 focus:text-on-mark"
      >
        Skip to content
      </a>
      <header className="border-b-2 border-ink bg-sheet">
        <div className="mx-auto flex max-w-[84rem] flex-wrap items-center px-1 sm:px-4">
          <span className="sr-only text-lg font-bold tracking-wide sm:not-sr-only sm:pr-4">
            Tribodex
          </span>
          <nav
            aria-label="Places"
            className="order-last flex w-full overflow-x-auto whitespace-nowrap sm:order-none sm:w-auto"
          >
            {(somebody ? [...PLACES, ...(crew ? CREW : [])] : []).map(({ to, name }) => (
              <NavLink key={to} to={to} end={to === "/"} className={place}>
                {name}
              </NavLink>
            ))}
          </nav>
          <div className="ml-auto flex flex-wrap items-center">
            <Who />
            <button
              type="button"
              className={TOOL}
              onClick={() => settings.change({ units: settings.units === "mm" ? "inch" : "mm" })}
            >
              <span className="sr-only">Units: </span>
              <Flip now={settings.units === "mm"} a="mm" b="inch" />
            </button>
            <button
              type="button"
              className={TOOL}
              onClick={() => settings.change({ look: settings.look === "dark" ? "light" : "dark" })}
            >
              <span className="sr-only">Display: </span>
              <Flip now={settings.look === "light"} a="light" b="dark" />
            </button>
            <button
              type="button"
              className={TOOL}
              onClick={() => setHelp(true)}
              aria-label="Keyboard shortcuts and help"
            >
              ?
            </button>
          </div>
        </div>
      </header>
      <main id="content" tabIndex={-1} className="mx-auto max-w-[84rem] p-3 outline-none sm:p-4">
        <NotKept />
        <DeviceCopy />
        <Elsewhere />
        {children}
      </main>
      <Overlay title="Help and keyboard shortcuts" open={help} onClose={() => setHelp(false)}>
        <p className="flex gap-6 pb-2">
          {[
            ["/guide", "Guide"],
            ["/words", "Words, with drawings"],
            ["/ways", "Ways, side by side"],
          ].map(([to = "", words]) => (
            <Link
              key={to}
              to={to}
              onClick={() => setHelp(false)}
              className="inline-flex min-h-11 items-center text-dye underline"
            >
              {words}
            </Link>
          ))}
        </p>
        <dl className="grid grid-cols-[3rem_1fr] gap-y-1">
          {KEYS.map(({ key, does }) => (
            <div key={key} className="contents">
              <dt className="font-mono font-bold">{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <Tick
          label="Keyboard shortcuts are on"
          checked={settings.keys}
          onChange={(keys) => settings.change({ keys })}
        />
      </Overlay>
    </>
  );
}
