/**
 * Arrows and circles over a photograph, as they are sent: shares of its width and height, so that
 * they fit whatever size it is shown in.
 */
export interface PhotoMark {
  shape: "arrow" | "circle";
  from: [number, number];
  to: [number, number];
}

const share = (value: number) => Number(Math.min(Math.max(value, 0), 1).toFixed(3));

export const marksSaid = (marks: readonly PhotoMark[]) =>
  marks
    .map(
      ({ shape, from, to }) => `${shape} ${from.map(share).join(" ")} ${to.map(share).join(" ")}`,
    )
    .join("; ");

export const marksRead = (said: string): PhotoMark[] =>
  said
    .split(";")
    .map((part) => part.trim().split(/\s+/))
    .filter((part) => part.length === 5)
    .map(([shape, ...numbers]) => {
      const [x = 0, y = 0, toX = 0, toY = 0] = numbers.map(Number);
      return { shape: shape === "circle" ? "circle" : "arrow", from: [x, y], to: [toX, toY] };
    });
