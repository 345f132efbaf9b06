"use client";

import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import type { Alert, AlertRule, AlertRuleInput } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/alerts";
import { alertRules } from "@/core/contract/endpoints/saved";
import { ask } from "../kit/api";
import { useLive, withNews } from "../kit/useLive";

const PAGE = 100;

const keyOf = (logbookId: number, what?: "state" | "history" | "open") =>
  what === undefined ? ["alerts", logbookId] : ["alerts", logbookId, what];

/** What is asked for is asked for again where it changed meanwhile. */
const asked = <Value>(question: () => Promise<Value>) =>
  withNews(question, (answer, { type }) => (type === "alert" || type === "alerts" ? null : answer));

/** The rules, how often each called, and who is silent. */
export function useAlertState(logbookId: number) {
  return useQuery({
    queryKey: keyOf(logbookId, "state"),
    queryFn: () => asked(() => ask(endpoints.alertState, { params: { logbookId } })),
  });
}

/** What one was called for, the newest first, by pages. */
export function useAlertHistory(logbookId: number) {
  return useInfiniteQuery({
    queryKey: keyOf(logbookId, "history"),
    queryFn: ({ pageParam }) =>
      asked(() => ask(endpoints.alerts, { params: { logbookId }, query: { most: PAGE, before: pageParam } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: ({ items }) => (items.length < PAGE ? undefined : items.at(-1)?.id),
  });
}

/** So many are asked for, of which those are shown that are still to be answered. */
const OPEN = 50;

/** What is still to be answered on the page, the newest first; also what could not be sent by e-mail. */
export function useOpenAlerts(logbookId: number) {
  const client = useQueryClient();
  const queryKey = keyOf(logbookId, "open");
  const { data } = useQuery({
    queryKey,
    queryFn: () => asked(() => ask(endpoints.alerts, { params: { logbookId }, query: { most: OPEN } })),
    // Those that nobody answered are missed at some time.
    refetchInterval: 60_000,
  });
  return {
    open: openOf(data),
    /** Also before it is painted: who presses a key twice, faster than that, means the next one. */
    newest: () => openOf(client.getQueryData<Answer>(queryKey))[0],
  };
}

interface Answer {
  readonly items: readonly Alert[];
}

function openOf(answer: Answer | undefined): readonly Alert[] {
  return (answer?.items ?? []).filter(
    ({ outcome, ways, mail }) =>
      outcome === "open" && (ways.includes("page") || (mail !== null && mail.state !== "sent" && mail.text !== "")),
  );
}

/** Asks anew when one of those that are shown was worked. */
export function useFreshAlerts(
  logbookId: number,
  what: "history" | "open",
  shown: readonly Pick<Alert, "base">[],
): void {
  const client = useQueryClient();
  useLive((event) => {
    const isOther =
      event.type === "contacts" &&
      (event.removed.length > 0 ||
        [...event.added, ...event.changed].some(({ baseCall }) => shown.some(({ base }) => base === baseCall)));
    if (isOther) void client.invalidateQueries({ queryKey: keyOf(logbookId, what) });
  });
}

/** What can be done about alerts; what fails is said. */
export function useAlertDeeds(logbookId: number) {
  const client = useQueryClient();
  const params = { logbookId };
  const done = {
    onSuccess: () => client.invalidateQueries({ queryKey: keyOf(logbookId) }),
    onError: (error: Error) => void toast.error(error.message),
  };
  const answer = useMutation({
    mutationFn: ({ id, outcome }: { id: number; outcome: "went" | "aside" }) =>
      ask(endpoints.answerAlert, { params: { logbookId, alertId: id }, body: { outcome } }),
    // The next one is there at once: who presses twice answers two.
    onMutate: ({ id, outcome }) =>
      client.setQueryData<Answer>(
        keyOf(logbookId, "open"),
        (before) => before && { items: before.items.map((one) => (one.id === id ? { ...one, outcome } : one)) },
      ),
    onSuccess: done.onSuccess,
    onError: (error) => {
      done.onError(error);
      void done.onSuccess();
    },
  });
  const snooze = useMutation({
    mutationFn: (body: { ruleId?: number; base?: string; minutes: number | "day" }) =>
      ask(endpoints.snoozeAlerts, { params, body }),
    ...done,
  });
  const wake = useMutation({
    mutationFn: (snoozeId: number) => ask(endpoints.wakeAlerts, { params: { logbookId, snoozeId } }),
    ...done,
  });
  const keepRule = ({ id, ...body }: AlertRuleInput & { id: number | null }) =>
    id === null
      ? ask(alertRules.keep, { params, body })
      : ask(alertRules.replace, { params: { logbookId, savedId: id }, body });
  /** For a form, which says itself what fails. */
  const keep = useMutation({ mutationFn: keepRule, onSuccess: done.onSuccess });
  const turn = useMutation({ mutationFn: keepRule, ...done });
  const remove = useMutation({
    mutationFn: ({ id }: AlertRule) => ask(alertRules.remove, { params: { logbookId, savedId: id } }),
    onError: done.onError,
    onSuccess: (_, rule) => {
      toast(`${rule.name} is removed.`, {
        action: { label: "Undo", onClick: () => turn.mutate({ ...rule, id: null }) },
      });
      return done.onSuccess();
    },
  });
  return { answer, snooze, wake, keep, turn, remove };
}

/** What became of an alert's e-mail, in words. */
export function mailText({ state, text }: NonNullable<Alert["mail"]>): string {
  const what = { waiting: "e-mail is tried again", sent: "e-mail is sent", failed: "no e-mail" }[state];
  return text === "" ? what : `${what}: ${text}`;
}
