import { QueryClient, QueryClientProvider, notifyManager } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes, useLocation } from "react-router";
import { AwayError, SignInError, keepPages, steadily } from "../api";
import { SettingsProvider } from "../ui";
import "../ui/styles.css";
import { Unbroken } from "./broken";
import { PAGES, firstPage } from "./pages";
import { Shell } from "./shell";
import { SignedIn } from "./signed-in";

// Radix puts a style element in while a dialog is open; the page's policy asks for this nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce) setNonce(nonce);

keepPages();

// An answer that comes while a finger is down is shown when it is up.
notifyManager.setScheduler(steadily);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) =>
        error instanceof AwayError && !(error instanceof SignInError) && count < 3,
      refetchOnWindowFocus: true,
      networkMode: "always",
    },
  },
});

function NotHere() {
  return <p className="sheet p-6">There is no page here. The tabs above lead to the jobs.</p>;
}

function ThisPage() {
  const { pathname } = useLocation();
  return (
    <Unbroken at={pathname}>
      <Suspense fallback={<p className="p-6">Opening …</p>}>
        <Routes>
          {PAGES.map(({ path, Page }) => (
            <Route key={path} path={path} element={<Page />} />
          ))}
          <Route path="*" element={<NotHere />} />
        </Routes>
      </Suspense>
    </Unbroken>
  );
}

function Tribodex() {
  return (
    <StrictMode>
      <QueryClientProvider client={queries}>
        <SettingsProvider>
          <BrowserRouter>
            <Shell>
              <SignedIn>
                <ThisPage />
              </SignedIn>
            </Shell>
          </BrowserRouter>
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>
  );
}

void firstPage(location.pathname).then(() =>
  createRoot(document.getElementById("root") as HTMLElement).render(<Tribodex />),
);
