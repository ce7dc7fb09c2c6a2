/** A sheet laid over the bench. */
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./controls";
import { Say } from "./say";

export function Overlay({
  title,
  description,
  open,
  onClose,
  children,
}: {
  title: string;
  description?: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => (now ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          className="sheet fixed inset-x-2 bottom-2 z-10 max-h-[92dvh] overflow-y-auto p-4 sm:inset-x-auto sm:bottom-auto sm:left-1/2 sm:top-1/2 sm:w-[34rem] sm:-translate-x-1/2 sm:-translate-y-1/2"
          {...(description ? {} : { "aria-describedby": undefined })}
        >
          <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
          {description ? (
            <Dialog.Description className="py-1 text-soft">
              <Say>{description}</Say>
            </Dialog.Description>
          ) : null}
          <div className="space-y-3 pt-2">{children}</div>
          <Dialog.Close asChild>
            <Button kind="quiet" className="mt-3">
              Close without changing anything
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
