"use client";

import { useMutation, type UseMutationResult } from "@tanstack/react-query";
import type { UseFormReturn } from "react-hook-form";
import type { TestStep } from "@/core/contract";
import type { ApiProblem } from "../kit/api";
import { Button } from "../kit/Button";
import { Mark } from "../kit/Mark";

type SettingsTest = UseMutationResult<{ items: TestStep[] }, ApiProblem, void>;

/** Tries what is typed; what is wrong with a setting stands at its field. */
export function useSettingsTest<Form extends { settings: Record<string, string> }>(
  form: Pick<UseFormReturn<Form>, "setError">,
  tries: () => Promise<{ items: TestStep[] }>,
): SettingsTest {
  return useMutation({
    mutationFn: tries,
    onError: ({ details }) => {
      for (const { field, detail } of details.errors ?? [])
        form.setError(field as Parameters<typeof form.setError>[0], { type: "server", message: detail });
    },
  });
}

/** The buttons of a window of settings. */
export function SettingsButtons({
  test,
  isSending,
  onClose,
}: {
  test: SettingsTest;
  isSending: boolean;
  onClose: () => void;
}) {
  return (
    <>
      <Button disabled={test.isPending} onClick={() => test.mutate()}>
        {test.isPending ? "Testing" : "Test these settings"}
      </Button>
      <span className="flex-1" />
      <Button onClick={onClose}>Close</Button>
      <Button type="submit" look="act" disabled={isSending}>
        Keep
      </Button>
    </>
  );
}

/** What the test found, step by step. */
export function TestSteps({
  steps,
  problem,
  testing,
}: {
  steps: TestStep[] | undefined;
  problem: ApiProblem | null;
  testing: boolean;
}) {
  return (
    <div role="status" aria-label="Test">
      {testing && <p className="text-soft">Trying: this takes some seconds where nothing answers.</p>}
      {!testing && problem !== null && problem.details.errors === undefined && (
        <p className="text-stop">{problem.message}</p>
      )}
      {!testing && steps !== undefined && (
        <ol className="grid gap-1.5">
          {steps.map(({ what, ok, text }) => (
            <li key={what} className="grid grid-cols-[16px_110px_1fr] gap-x-2">
              <Mark kind={ok ? "safe" : "fault"} label={ok ? "answers" : "fails"} />
              <b className="font-semibold">{what}</b>
              <span className={`break-words ${ok ? "" : "text-stop"}`}>{text}</span>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
