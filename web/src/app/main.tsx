import { QueryClient, QueryClientProvider, notifyManager } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode, Suspense, lazy } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { AwayError, keepPages, steadily } from "../api";
import { SettingsProvider } from "../ui";
import "../ui/styles.css";
import { Shell } from "./shell";

// Radix puts a style element in while a dialog is open; the page's policy asks for this nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce) setNonce(nonce);

const JobsPage = lazy(() => import("../features/jobs").then((m) => ({ default: m.JobsPage })));
const PlanPage = lazy(() => import("../features/planner").then((m) => ({ default: m.PlanPage })));
const ShoulderPage = lazy(() => import("../features/planner").then((m) => ({ default: m.ShoulderPage })));
const FollowerPage = lazy(() => import("../features/planner").then((m) => ({ default: m.FollowerPage })));
const UnitPage = lazy(() => import("../features/planner").then((m) => ({ default: m.UnitPage })));
const CartridgePage = lazy(() => import("../features/planner").then((m) => ({ default: m.CartridgePage })));
const SlatePage = lazy(() => import("../features/slate").then((m) => ({ default: m.SlatePage })));
const SheetPage = lazy(() => import("../features/slate").then((m) => ({ default: m.SheetPage })));
const TablesPage = lazy(() => import("../features/tables").then((m) => ({ default: m.TablesPage })));
const TablePage = lazy(() => import("../features/tables").then((m) => ({ default: m.TablePage })));
const CribPage = lazy(() => import("../features/toolcrib").then((m) => ({ default: m.CribPage })));
const RoundsPage = lazy(() => import("../features/rounds").then((m) => ({ default: m.RoundsPage })));
const WalkPage = lazy(() => import("../features/rounds").then((m) => ({ default: m.WalkPage })));
const PlantPage = lazy(() => import("../features/plant").then((m) => ({ default: m.PlantPage })));
const PositionPage = lazy(() => import("../features/plant").then((m) => ({ default: m.PositionPage })));
const BenchPage = lazy(() => import("../features/bench").then((m) => ({ default: m.BenchPage })));

keepPages();

// An answer that comes while a finger is down is shown when it is up.
notifyManager.setScheduler(steadily);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof AwayError && count < 3,
      refetchOnWindowFocus: true,
      networkMode: "always",
    },
  },
});

function NotHere() {
  return <p className="sheet p-6">There is no page here. The tabs above lead to the jobs.</p>;
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <SettingsProvider>
        <BrowserRouter>
          <Shell>
            <Suspense fallback={<p className="p-6">Opening …</p>}>
              <Routes>
                <Route path="/" element={<JobsPage />} />
                <Route path="/plan" element={<PlanPage />} />
                <Route path="/plan/shoulder" element={<ShoulderPage />} />
                <Route path="/plan/follower" element={<FollowerPage />} />
                <Route path="/plan/cartridge" element={<CartridgePage />} />
                <Route path="/plan/unit" element={<UnitPage />} />
                <Route path="/jobs/:id" element={<BenchPage />} />
                <Route path="/rounds" element={<RoundsPage />} />
                <Route path="/rounds/:id" element={<WalkPage />} />
                <Route path="/plant" element={<PlantPage />} />
                <Route path="/plant/:id" element={<PositionPage />} />
                <Route path="/slate" element={<SlatePage />} />
                <Route path="/slate/:sheet" element={<SheetPage />} />
                <Route path="/tables" element={<TablesPage />} />
                <Route path="/tables/:id" element={<TablePage />} />
                <Route path="/crib" element={<CribPage />} />
                <Route path="*" element={<NotHere />} />
              </Routes>
            </Suspense>
          </Shell>
        </BrowserRouter>
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
