/** Several lines of text. */
import type { TextareaHTMLAttributes } from "react";
import { useId } from "react";
import { FIELD, Frame } from "./controls";

export function LinesField({
  label,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & { label: string }) {
  const id = useId();
  return (
    <Frame label={label} id={id}>
      <textarea id={id} className={FIELD} rows={3} {...rest} />
    </Frame>
  );
}
