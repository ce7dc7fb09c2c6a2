/**
 * Photographs with arrow and circle, spoken notes, and reading aloud: what is sent, and what is
 * absent where it cannot work.
 */
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Bench, LogLine } from "../src/api";
import { KeepHere } from "../src/features/bench/kept/keep-here";
import { KeptLine } from "../src/features/bench/kept/kept-line";
import { marksRead, marksSaid } from "../src/features/bench/kept/photo-marks";
import { ReadAloud, sentences } from "../src/features/bench/read-aloud";
import { button, hand, line, ours, show } from "./page";

afterEach(() => vi.unstubAllGlobals());

const photo = () => new File(["picture"], "spall.jpg", { type: "image/jpeg" });

function keepHere(kind: "photo" | "voice" = "photo") {
  const sent: unknown[] = [];
  const taps: unknown[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn(async (path: string, init: RequestInit = {}) => {
      sent.push({ path, body: JSON.parse(String(init.body)) });
      return ours({ id: "ab".repeat(32), kind });
    }),
  );
  const onDone = vi.fn();
  show(
    <KeepHere
      job="j"
      tap={(tap) => taps.push(tap)}
      entry={7}
      words="Inner ring 84 °C"
      onDone={onDone}
    />,
  );
  return { sent, taps, onDone };
}

describe("marks on a photograph", () => {
  it("are shares of the picture, said and read alike", () => {
    const said = "circle 0.4 0.3 0.6 0.5; arrow 0.1 0.9 0.4 0.35";
    expect(marksSaid(marksRead(said))).toBe(said);
    expect(marksSaid([{ shape: "arrow", from: [-0.2, 0.12345], to: [1.4, 1] }])).toBe(
      "arrow 0 0.123 1 1",
    );
    expect(marksRead("")).toEqual([]);
  });

  it("are pulled or set by keys, and go with the picture and the entry it belongs to", async () => {
    const { sent, taps, onDone } = keepHere();
    await hand().upload(line("Take or choose a photograph"), photo());
    const picture = await screen.findByAltText("What will be kept");
    const box = picture.parentElement!;
    box.getBoundingClientRect = () => ({ left: 0, top: 0, width: 200, height: 100 }) as DOMRect;
    fireEvent.pointerDown(box, { clientX: 20, clientY: 10, pointerId: 1 });
    fireEvent.pointerMove(box, { clientX: 120, clientY: 60, pointerId: 1 });
    fireEvent.pointerUp(box, { pointerId: 1 });
    // A tap is no mark.
    fireEvent.pointerDown(box, { clientX: 50, clientY: 50, pointerId: 1 });
    fireEvent.pointerUp(box, { pointerId: 1 });
    await hand().click(button("Put a circle in the middle"));
    await hand().click(button("Move it left"));
    await hand().type(line("What it shows or says"), "spall");
    await hand().click(button("Keep the photograph"));
    await waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(sent).toEqual([{ path: "/api/jobs/j/attachments", body: { file: btoa("picture") } }]);
    expect(taps).toEqual([
      {
        ...{
          kind: "attach",
          attachment: "ab".repeat(32),
          what: "photo",
          caption: "spall",
          belongs_to: 7,
        },
        marks: "circle 0.1 0.1 0.6 0.6; circle 0.35 0.4 0.55 0.6",
      },
    ]);
  });

  it("stay with the picture that could not be sent", async () => {
    const { taps, onDone } = keepHere();
    vi.stubGlobal(
      "fetch",
      vi.fn(async () => Promise.reject(new TypeError("no network"))),
    );
    await hand().upload(line("Take or choose a photograph"), photo());
    await screen.findByAltText("What will be kept");
    await hand().click(button("Keep the photograph"));
    expect(await screen.findByText(/It stays here: press again/)).toBeTruthy();
    expect(screen.getByAltText("What will be kept")).toBeTruthy();
    expect(taps).toEqual([]);
    expect(onDone).not.toHaveBeenCalled();
  });

  it("are shown over the kept picture", async () => {
    const said = {
      attachment: "cd",
      what: "photo",
      caption: "spall",
      marks: "arrow 0.1 0.9 0.4 0.35",
    };
    show(<KeptLine job="j" line={{ kind: "attached", seq: 9, said } as unknown as LogLine} />);
    await hand().click(button(/Show the photograph/));
    expect(screen.getByAltText("spall").getAttribute("src")).toBe("/api/jobs/j/attachments/cd");
    expect(document.querySelector("svg path")?.getAttribute("d")).toBe("M100 900L400 350");
  });
});

describe("a spoken note", () => {
  class Recorder {
    static made: Recorder;
    mimeType = "audio/webm";
    ondataavailable: (event: { data: Blob }) => void = () => undefined;
    onstop: () => void = () => undefined;
    constructor(readonly stream: { getTracks: () => { stop: () => void }[] }) {
      Recorder.made = this;
    }
    start() {}
    stop() {
      this.ondataavailable({ data: new Blob(["sound"]) });
      this.onstop();
    }
  }

  it("is recorded, kept with its entry, and the microphone is let go", async () => {
    const stop = vi.fn();
    const getUserMedia = vi.fn(async () => ({ getTracks: () => [{ stop }] }));
    vi.stubGlobal("MediaRecorder", Recorder);
    vi.stubGlobal(
      "navigator",
      Object.assign(Object.create(navigator) as Navigator, { mediaDevices: { getUserMedia } }),
    );
    const { taps, onDone } = keepHere("voice");
    await hand().click(button("Record a spoken note"));
    await hand().click(await screen.findByRole("button", { name: /Stop the recording/ }));
    expect(stop).toHaveBeenCalled();
    await hand().click(button(/Keep the note of 1 s/));
    await waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(taps).toMatchObject([
      { kind: "attach", what: "voice", caption: "Inner ring 84 °C, 1 s", belongs_to: 7 },
    ]);
  });

  it("is taken by the phone's recorder where the browser has none", async () => {
    const { taps } = keepHere("voice");
    await hand().upload(
      line("Spoken note, by the phone's recorder"),
      new File(["sound"], "note.m4a", { type: "audio/mp4" }),
    );
    await waitFor(() => expect(taps).toHaveLength(1));
  });

  it("says so where the microphone is not allowed", async () => {
    vi.stubGlobal("MediaRecorder", Recorder);
    const getUserMedia = vi.fn(async () => Promise.reject(new Error("denied")));
    vi.stubGlobal(
      "navigator",
      Object.assign(Object.create(navigator) as Navigator, { mediaDevices: { getUserMedia } }),
    );
    keepHere("voice");
    await hand().click(button("Record a spoken note"));
    expect(await screen.findByText(/microphone cannot be used/)).toBeTruthy();
  });
});

describe("read it to me", () => {
  const bench = {
    at: "1",
    places: [
      { id: "1", name: "Drive end" },
      { id: "2", name: "Tail end" },
    ],
    next: {
      headline: "Turn the nut 27°",
      why: "Then gauge 0.06 mm (2.4 thou).",
      risk: "Never loosen to find a slot.",
      points: [],
    },
    figures: [
      {
        id: "left",
        label: "Clearance now",
        value: 62,
        value_to: null,
        unit: "µm",
        uncertainty: 4,
        verdict: null,
        note: "",
      },
    ],
  } as unknown as Bench;

  it("says bearing, headline, figures and caution, in the units that are shown", () => {
    const said = sentences(bench, "mm");
    expect(said[0]).toBe("Drive end.");
    expect(said[1]).toBe("Turn the nut 27 degrees");
    expect(said).toContain("Caution: Never loosen to find a slot.");
    expect(said.find((one) => one.startsWith("Clearance now"))).toMatch(
      /0\.062.*millimetres|62.*micrometres/,
    );
    expect(sentences(bench, "inch").join(" ")).not.toContain("millimetres");
  });

  it("is there only with a voice that is on the device, and is quiet on a second tap", async () => {
    const spoken: string[] = [];
    const cancel = vi.fn();
    const voices = [{ localService: false, lang: "en-GB", default: true, name: "far" }];
    const synthesis = {
      getVoices: () => voices,
      speak: (one: { text: string }) => spoken.push(one.text),
      cancel,
    };
    vi.stubGlobal("speechSynthesis", synthesis);
    vi.stubGlobal(
      "SpeechSynthesisUtterance",
      class {
        constructor(readonly text: string) {}
      },
    );
    const { unmount } = show(<ReadAloud bench={bench} />);
    expect(screen.queryByRole("button")).toBeNull();
    unmount();
    voices.push({ localService: true, lang: "en-GB", default: false, name: "own" });
    show(<ReadAloud bench={bench} />);
    await hand().click(button("Read it to me"));
    expect(spoken).toEqual(sentences(bench, "mm"));
    await hand().click(button("Be quiet"));
    expect(cancel).toHaveBeenCalled();
  });
});
