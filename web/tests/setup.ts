/** Every test begins on a device that keeps nothing yet, with an empty page. */
import "fake-indexeddb/auto";
import { cleanup, configure } from "@testing-library/react";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach } from "vitest";

configure({ asyncUtilTimeout: 20_000 });

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
});
afterEach(cleanup);
