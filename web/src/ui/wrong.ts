/** To what is wrong in a form: the first field that is marked, else what says so as a whole. */
const FRAMES = 20;

export function focusWrong(form: HTMLElement | null, frames = FRAMES) {
  // It is marked with the next drawing of the page, which may take a few frames.
  requestAnimationFrame(() => {
    const marked = form?.querySelector<HTMLElement>("[aria-invalid=true]");
    const found = marked?.querySelector<HTMLElement>("[role=radio]") ?? marked;
    if (found) found.focus();
    else if (frames > 0) focusWrong(form, frames - 1);
    else form?.querySelector<HTMLElement>("[role=alert]")?.focus();
  });
}
