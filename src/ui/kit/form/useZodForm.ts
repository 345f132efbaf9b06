"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import {
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  get,
  useForm,
  type UseFormReturn,
} from "react-hook-form";
import type { z } from "zod";
import { ApiProblem } from "../api";

/** A form with what is typed (In), what that means (Out), and the way to send it. */
export interface ZodForm<In extends FieldValues, Out> {
  readonly form: UseFormReturn<In, unknown, Out>;
  readonly submit: () => void;
  /** What is wrong with the whole, in words. */
  readonly problem: string | undefined;
}

interface FormOptions<In extends FieldValues, Out, Answer> {
  /** Takes what is typed, and says by field what is wrong with it. */
  readonly schema: z.ZodType<Out, In>;
  /** What stands in the fields at first; a field that is not in it has no fault of its own. */
  readonly start: In;
  readonly send: (value: Out) => Answer | Promise<Answer>;
  readonly onSent: (answer: Answer) => void;
  /** The field of the form that one of the server's is; the same where nothing is said. */
  readonly nameOf?: (field: string) => string;
  /** Says what is wrong while it is typed, and not first when it is sent. */
  readonly atOnce?: boolean;
}

/**
 * A form over a Zod schema. What the schema refuses is said at its field and not sent; what the server refuses is said
 * in the same places, and nothing typed is lost.
 */
export function useZodForm<In extends FieldValues, Out, Answer>(
  options: FormOptions<In, Out, Answer>,
): ZodForm<In, Out> {
  const { schema, start, send, onSent, nameOf = (field) => field, atOnce = false } = options;
  const form = useForm<In, unknown, Out>({
    resolver: zodResolver(schema),
    defaultValues: start as DefaultValues<In>,
    mode: atOnce ? "onChange" : "onSubmit",
  });
  const submit = form.handleSubmit(async (value) => {
    try {
      onSent(await send(value));
    } catch (error) {
      say(error as Error);
    }
  });

  function say(error: Error): void {
    const faults = error instanceof ApiProblem ? (error.details.errors ?? []) : [];
    const elsewhere: string[] = [];
    for (const { field, detail } of faults) {
      const name = nameOf(field);
      if (get(start, name) === undefined) elsewhere.push(`${field}: ${detail}`);
      else form.setError(name as FieldPath<In>, { type: "server", message: detail });
    }
    if (faults.length === 0) elsewhere.push(error.message);
    if (elsewhere.length > 0) form.setError("root", { type: "server", message: elsewhere.join("; ") });
  }
  return { form, submit: () => void submit(), problem: form.formState.errors.root?.message };
}
