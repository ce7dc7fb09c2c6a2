/** The pages by their address, each downloaded when it is first asked for. */
import { lazy, useState, type ComponentType } from "react";
import { matchPath, useParams } from "react-router";

interface Page {
  path: string;
  Page: ComponentType;
  fetch: () => Promise<unknown>;
}

/** A page that is shown at once where its code is here already, and waited for where it is not. */
function page(path: string, load: () => Promise<ComponentType>): Page {
  let here: ComponentType | null = null;
  const fetch = () => load().then((loaded) => ({ default: (here = loaded) }));
  const Later = lazy(fetch);
  function Chosen() {
    // Chosen once: another component later would begin anew and lose what was typed.
    const [Shown] = useState(() => here ?? Later);
    // Another job, round or table is another page: nothing of the one before stays on it.
    return <Shown key={Object.values(useParams()).join("/")} />;
  }
  return { path, Page: Chosen, fetch };
}

export const PAGES: Page[] = [
  page("/", () => import("../features/jobs").then((m) => m.JobsPage)),
  page("/plan", () => import("../features/planner").then((m) => m.PlanPage)),
  page("/plan/shoulder", () => import("../features/planner").then((m) => m.ShoulderPage)),
  page("/plan/fitted", () => import("../features/planner").then((m) => m.FittedPage)),
  page("/plan/insert", () => import("../features/planner").then((m) => m.InsertPage)),
  page("/plan/follower", () => import("../features/planner").then((m) => m.FollowerPage)),
  page("/plan/cartridge", () => import("../features/planner").then((m) => m.CartridgePage)),
  page("/plan/unit", () => import("../features/planner").then((m) => m.UnitPage)),
  page("/jobs/:id", () => import("../features/bench").then((m) => m.BenchPage)),
  page("/rounds", () => import("../features/rounds").then((m) => m.RoundsPage)),
  page("/rounds/:id", () => import("../features/rounds").then((m) => m.WalkPage)),
  page("/plant", () => import("../features/plant").then((m) => m.PlantPage)),
  page("/plant/:id", () => import("../features/plant").then((m) => m.PositionPage)),
  page("/calculator", () => import("../features/calculator").then((m) => m.CalculatorPage)),
  page("/calculator/:sheet", () => import("../features/calculator").then((m) => m.SheetPage)),
  page("/tables", () => import("../features/tables").then((m) => m.TablesPage)),
  page("/tables/signs", () => import("../features/tables").then((m) => m.SignsPage)),
  page("/tables/:id", () => import("../features/tables").then((m) => m.TablePage)),
  page("/guide", () => import("../features/guide").then((m) => m.GuidePage)),
  page("/words", () => import("../features/guide").then((m) => m.WordsPage)),
  page("/ways", () => import("../features/guide").then((m) => m.WaysPage)),
  page("/me", () => import("../features/people").then((m) => m.AccountPage)),
  page("/people", () => import("../features/people").then((m) => m.PeoplePage)),
  page("/people/acts", () => import("../features/people").then((m) => m.ActsPage)),
  page("/crew", () => import("../features/people").then((m) => m.BoardPage)),
  page("/single-sign-on", () => import("./come-back").then((m) => m.ComeBack)),
  page("/crib", () => import("../features/toolcrib").then((m) => m.CribPage)),
];

/**
 * The frame waits this long for the first page: shown without it, the page would come a third of a
 * second later.
 */
const FRAME_WAITS_MS = 250;

/** Until the code of the first page is here; not for ever where the network is slow or away. */
export function firstPage(pathname: string, waits = FRAME_WAITS_MS): Promise<unknown> {
  const first = PAGES.find(({ path }) => matchPath({ path, end: true }, pathname));
  if (!first) return Promise.resolve();
  const late = new Promise((done) => setTimeout(done, waits));
  return Promise.race([first.fetch().catch(() => undefined), late]);
}
