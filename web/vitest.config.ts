import { defineConfig } from "vitest/config";

// What needs no server and no real browser: the outbox, numbers, drawings, and panels with their taps.
export default defineConfig({
  test: {
    environment: "happy-dom",
    include: ["tests/**/*.test.{ts,tsx}"],
    setupFiles: ["tests/setup.ts"],
    // Waits end with what they wait for; on a busy machine that takes long.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    restoreMocks: true,
    unstubGlobals: true,
  },
});
