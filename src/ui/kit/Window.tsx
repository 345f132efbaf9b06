"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import type { FormEvent, ReactNode } from "react";

interface WindowProps {
  title: ReactNode;
  /** A line under the title. */
  about?: ReactNode;
  /** Pixels, where the screen has them. */
  width: number;
  onClose: () => void;
  /** Makes the window a form, which Enter submits. */
  onSubmit?: () => void;
  /** The buttons, at the right end. */
  buttons: ReactNode;
  children: ReactNode;
}

/** What floats over the page and is closed by Escape: a title, a part that scrolls, and buttons. */
export function Window({ title, about, width, onClose, onSubmit, buttons, children }: WindowProps) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit?.();
  };
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel
          {...(onSubmit === undefined ? {} : { as: "form" as const, onSubmit: submit })}
          className="grid max-h-[88vh] max-w-[96vw] grid-rows-[auto_minmax(0,1fr)_auto] rounded-lg border border-line bg-panel shadow-2xl"
          style={{ width }}
        >
          <div className="border-b border-line px-5 py-3">
            <DialogTitle className="text-title font-semibold">{title}</DialogTitle>
            {about !== undefined && <p className="text-soft">{about}</p>}
          </div>
          <div data-window className="grid content-start gap-4 overflow-auto px-5 py-4">
            {children}
          </div>
          <div className="flex justify-end gap-2 border-t border-line px-5 py-3">{buttons}</div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
