/** Charts, fetched with their library only where one is shown. Part drawings are not charts: see `drawing`. */
import { Suspense, lazy, type ComponentProps } from "react";

const Ranges = lazy(() => import("./range-chart"));
const Ways = lazy(() => import("./ways-chart"));
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
