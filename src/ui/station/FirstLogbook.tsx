"use client";

import { useMutation } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import type { Logbook } from "@/core/contract";
import { api, ApiProblem } from "../kit/api";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { rememberChoice } from "../shell/choice";

const EMPTY = { name: "Home log", site: "Home", call: "", operator: "", grid: "" };

/** What is asked before anything can be logged: the logbook's name, and where one operates from. */
export function FirstLogbook() {
  const router = useRouter();
  const [form, setForm] = useState(EMPTY);
  const create = useMutation({
    mutationFn: () =>
      api<Logbook>("logbooks", {
        method: "POST",
        json: {
          name: form.name,
          site: { name: form.site, call: form.call, operator: form.operator || null, grid: form.grid },
        },
      }),
    onSuccess: (logbook) => {
      rememberChoice("logbook", String(logbook.id));
      router.push("/desk");
      router.refresh();
    },
  });
  const problem = create.error instanceof ApiProblem ? create.error : null;
  const field = (key: keyof typeof EMPTY) => ({
    value: form[key],
    onChange: ({ target }: { target: HTMLInputElement }) => setForm({ ...form, [key]: target.value }),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    create.mutate();
  };
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <form onSubmit={submit} className="grid w-[min(460px,100%)] gap-5 rounded-lg border border-line bg-panel p-7">
        <div>
          <h1 className="text-title font-semibold">A logbook to begin with</h1>
          <p className="mt-1 text-soft">
            Your call and your grid give the beams, the distances and the zones. All of it can be changed later, and
            contacts can be imported as soon as this is done.
          </p>
        </div>
        <Field label="Your call" mono autoFocus required fault={problem?.faultOf("site.call")} {...field("call")} />
        <Field label="Your grid, as in GF35co" mono required fault={problem?.faultOf("site.grid")} {...field("grid")} />
        <Field label="Name of the place" required fault={problem?.faultOf("site.name")} {...field("site")} />
        <Field label="Operator, if not the call" mono {...field("operator")} />
        <Field label="Name of the logbook" required fault={problem?.faultOf("name")} {...field("name")} />
        {problem !== null && problem.details.errors === undefined && (
          <p role="alert" className="text-stop">
            {problem.message}
          </p>
        )}
        <Button type="submit" look="act" disabled={create.isPending}>
          Begin
        </Button>
      </form>
    </main>
  );
}
