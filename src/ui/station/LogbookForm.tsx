"use client";

import { useRouter } from "next/navigation";
import type { z } from "zod";
import { logbookInputSchema } from "@/core/contract";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";
import { TextField } from "../kit/form/fields";
import { useZodForm } from "../kit/form/useZodForm";
import { rememberChoice } from "../shell/choice";

type LogbookForm = z.input<typeof logbookInputSchema>;

/** The form that makes a logbook, and goes on from there. */
export function useLogbookForm(goTo: string, onMade?: () => void) {
  const router = useRouter();
  return useZodForm({
    schema: logbookInputSchema,
    start: { name: "Home log", site: { name: "Home", call: "", operator: "", grid: "" } },
    send: (body) => ask(logbooks.makeLogbook, { body }),
    onSent: (logbook) => {
      rememberChoice("logbook", String(logbook.id));
      router.push(goTo);
      router.refresh();
      onMade?.();
    },
  });
}

/** The fields of a new logbook: a name, and where one operates from. */
export function LogbookFields() {
  return (
    <>
      <TextField<LogbookForm> name="site.call" label="Your call" mono autoFocus />
      <TextField<LogbookForm> name="site.grid" label="Your grid, as in GF35co" mono />
      <TextField<LogbookForm> name="site.name" label="Name of the place" />
      <TextField<LogbookForm> name="site.operator" label="Operator, if not the call" mono />
      <TextField<LogbookForm> name="name" label="Name of the logbook" />
    </>
  );
}
