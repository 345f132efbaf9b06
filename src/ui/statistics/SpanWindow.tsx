"use client";

import { z } from "zod";
import { daySchema } from "@/core/contact";
import { FormDay } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { typedOrNone } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
import { isWhole, type Span } from "./span";

interface SpanWindowProps {
  title: string;
  span: Span;
  /** Whether both days are needed. */
  whole: boolean;
  onDone: (span: Span) => void;
  onClose: () => void;
}

/** Two days, both of them inside. */
export function SpanWindow({ title, span, whole, onDone, onClose }: SpanWindowProps) {
  const day = typedOrNone(daySchema.nullable());
  const schema = z.object({ from: day, until: day }).superRefine((typed, context) => {
    const fault = (field: keyof Span, message: string) => context.addIssue({ code: "custom", path: [field], message });
    if (whole && typed.from === null) fault("from", "say the first day");
    if (whole && typed.until === null) fault("until", "say the last day");
    if (isWhole(typed) && typed.until < typed.from) fault("until", "it ends before it begins: give a later day");
  });
  type SpanForm = z.input<typeof schema>;
  const form = useZodForm({
    schema,
    start: { from: span.from ?? "", until: span.until ?? "" },
    send: (typed) => typed,
    onSent: onDone,
  });
  return (
    <FormWindow form={form} title={title} about="Days are those of UTC." act="Count" width={460} onClose={onClose}>
      <div className="grid grid-cols-2 gap-3">
        <FormDay<SpanForm> name="from" label="First day" />
        <FormDay<SpanForm> name="until" label="Last day" />
      </div>
    </FormWindow>
  );
}
