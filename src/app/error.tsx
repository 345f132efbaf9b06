"use client";

import { Button } from "@/ui/kit/Button";

export default function Fault({ reset }: { error: Error; reset: () => void }) {
  return (
    <div role="alert" className="grid justify-items-start gap-3 p-6">
      <h1 className="text-title font-semibold">This page met a fault</h1>
      <p className="text-soft">What you logged is safe. Try again; if it stays, reload the page.</p>
      <Button onClick={reset}>Try again</Button>
    </div>
  );
}
