/**
 * Fields of a plan whose number was read back and is meant, as the server keeps them: names with
 * commas.
 */

/** Without one: another number of it is compared anew. */
export const meantBut = (meant: string | undefined, name: string) =>
  (meant ?? "")
    .split(",")
    .filter((one) => one && one !== name)
    .join(",");

/** With one more. */
export const alsoMeant = (meant: string | undefined, name: string) =>
  [meantBut(meant, name), name].filter(Boolean).join(",");
