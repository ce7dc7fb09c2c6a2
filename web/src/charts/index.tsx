/**
 * Charts, fetched with their library only where one is shown. Part drawings are not charts: see
 * `drawing`.
 */
import { Suspense, lazy, type ComponentProps } from "react";

const Ranges = lazy(() => import("./range-chart"));
const Ways = lazy(() => import("./ways-chart"));
const Warmth = lazy(() => import("./warmth-chart"));
const Years = lazy(() => import("./years-chart"));
const waiting = <p className="py-6 text-soft">Drawing the chart …</p>;

export const RangeChart = (props: ComponentProps<typeof Ranges>) => (
  <Suspense fallback={waiting}>
    <Ranges {...props} />
  </Suspense>
);

export const WaysChart = (props: ComponentProps<typeof Ways>) => (
  <Suspense fallback={waiting}>
    <Ways {...props} />
  </Suspense>
);

export const WarmthChart = (props: ComponentProps<typeof Warmth>) => (
  <Suspense fallback={waiting}>
    <Warmth {...props} />
  </Suspense>
);

export const WarmthOverYears = (props: ComponentProps<typeof Years>) => (
  <Suspense fallback={waiting}>
    <Years {...props} />
  </Suspense>
);
