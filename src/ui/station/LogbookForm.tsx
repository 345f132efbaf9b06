"use client";

import { useMutation } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ApiProblem, ask } from "../kit/api";
import { Field } from "../kit/Field";
import { rememberChoice } from "../shell/choice";

const EMPTY = { name: "Home log", site: "Home", call: "", operator: "", grid: "" };

/** What a new logbook needs, as a form's state and the request that makes it. */
export function useLogbookForm() {
  const router = useRouter();
  const [form, setForm] = useState(EMPTY);
  const create = useMutation({
    mutationFn: () =>
      ask(logbooks.makeLogbook, {
        body: {
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
  return { form, setForm, create };
}

/** The fields of a new logbook: a name, and where one operates from. */
export function LogbookFields({ form, setForm, create }: ReturnType<typeof useLogbookForm>) {
  const problem = create.error instanceof ApiProblem ? create.error : null;
  const field = (key: keyof typeof EMPTY) => ({
    value: form[key],
    onChange: ({ target }: { target: HTMLInputElement }) => setForm({ ...form, [key]: target.value }),
  });
  return (
    <>
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
    </>
  );
}
