/** Small parts of the frame: what is kept on the device, a choice of two. */
import { useSyncExternalStore } from "react";
import { deviceCopy } from "../api";

/** Said when there was no answer and what is shown was kept on this device. */
export function DeviceCopy() {
  const copied = useSyncExternalStore(deviceCopy.subscribe, deviceCopy.snapshot);
  return (
    <div aria-live="polite">
      {copied ? (
        <p className="mb-3 border-2 border-care bg-sheet px-3 py-2">
          <b className="text-care">△ No network.</b> Last saved copy. Taps wait here and are sent in
          order.
        </p>
      ) : null}
    </div>
  );
}

/** Said where the way to the server is not protected: browsers keep no page for a reload then. */
export function NotKept({ secure = window.isSecureContext }: { secure?: boolean }) {
  if (secure) return null;
  return (
    <p className="mb-3 border-2 border-rule px-3 py-2 text-sm">
      <b>No reload without a network on this device.</b> The way to the server is not protected, so
      the browser keeps no page. Leave this page open beside the machine; taps wait in it.{" "}
      <a href="/trust" className="text-dye underline">
        How to trust the server
      </a>
      , once for each device.
    </p>
  );
}

export function Flip({ now, a, b }: { now: boolean; a: string; b: string }) {
  return (
    <span>
      <b className={now ? "" : "font-normal text-soft"}>{a}</b>
      <span className="px-1 text-soft">/</span>
      <b className={now ? "font-normal text-soft" : ""}>{b}</b>
    </span>
  );
}
