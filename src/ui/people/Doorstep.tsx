"use client";

import type { FormEvent, ReactNode } from "react";

/** What stands alone on a page before one is let in: a form with a title. */
export function Doorstep({
  title,
  about,
  onSubmit,
  children,
}: {
  title: string;
  about: ReactNode;
  onSubmit?: () => void;
  children?: ReactNode;
}) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit?.();
  };
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <form
        data-window
        onSubmit={submit}
        className="grid w-[min(460px,100%)] gap-5 rounded-lg border border-line bg-panel p-7"
      >
        <div>
          <h1 className="text-title font-semibold">{title}</h1>
          <div className="mt-1 text-soft">{about}</div>
        </div>
        {children}
      </form>
    </main>
  );
}
