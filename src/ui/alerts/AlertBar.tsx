"use client";

import { Bell } from "lucide-react";
import Link from "next/link";
import type { ReactNode } from "react";
import { toast } from "sonner";
import { type AlertFacts, alertText, alertTitle } from "@/core/alert";
import type { Alert } from "@/core/contract";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { useKeysOf } from "../kit/changedKeys";
import { DropMenu } from "../kit/DropMenu";
import { Mark } from "../kit/Mark";
import { useLive } from "../kit/useLive";
import { useLogbook } from "../shell/logbook";
import { BROWSER_WAYS, isBrowserWay } from "./browserWays";
import { showTestAlert, TEST_ALERT, useTestAlert } from "./testAlert";
import { mailText, useAlertDeeds, useFreshAlerts, useOpenAlerts } from "./useAlerts";
import { useGoToAlert } from "./useGoToAlert";

/** One window of a browser calls; it has called for an alert so long, milliseconds, after which none comes late. */
const CALLED_MS = 3000;

/** What one is called for, in a line below every place, the newest first, until it is answered; and the other ways of this browser. */
export function AlertBar() {
  const { logbook } = useLogbook();
  const { open, newest } = useOpenAlerts(logbook.id);
  const { answer, snooze } = useAlertDeeds(logbook.id);
  const goTo = useGoToAlert(logbook.id);
  const [goKeys, asideKeys] = [useKeysOf("alertGo"), useKeysOf("alertAside")];
  const [alert] = open;
  useFreshAlerts(logbook.id, "open", open);
  const putAside = ({ id }: Alert) => answer.mutate({ id, outcome: "aside" });
  const withNewest = (how: (alert: Alert) => void) => {
    const one = newest();
    if (one === undefined) toast("Nobody calls you now.");
    else how(one);
  };
  useActions([
    { id: "alertGo", run: () => withNewest(goTo) },
    { id: "alertAside", run: () => withNewest(putAside) },
    { id: "alertsSilent", label: "Silence all alerts for an hour", run: () => snooze.mutate({ minutes: 60 }) },
  ]);
  useLive((event) => {
    if (event.type === "alert") void callOnce(event.alert, () => goTo(event.alert));
  });
  const isTest = useTestAlert();
  if (isTest)
    return (
      <Bar facts={TEST_ALERT} worth={null}>
        <Button small look="act" onClick={() => showTestAlert(false)}>
          Put aside
        </Button>
      </Bar>
    );
  if (alert === undefined) return null;
  const { base, rules } = alert;
  return (
    <Bar facts={alert} worth={alert.worth} trouble={troubleOf(alert)}>
      {open.length > 1 && (
        <Link href="/airwaves?tab=alerts" className="text-signal underline">
          {open.length - 1} more
        </Link>
      )}
      <Button small look="act" title={goKeys} onClick={() => goTo(alert)}>
        Go there
      </Button>
      <Button small title={asideKeys} onClick={() => putAside(alert)}>
        Put aside
      </Button>
      <DropMenu
        label="Silence"
        parts={[
          {
            entries: [
              { label: `${base}, for the rest of the UTC day`, run: () => snooze.mutate({ base, minutes: "day" }) },
              ...rules.map(({ id, name }) => ({
                label: `the rule "${name}", for an hour`,
                run: () => snooze.mutate({ ruleId: id, minutes: 60 }),
              })),
              { label: "all alerts, for an hour", run: () => snooze.mutate({ minutes: 60 }) },
            ],
          },
        ]}
      >
        Silence
      </DropMenu>
    </Bar>
  );
}

/** Why its e-mail is not sent; null where it is, or has to be by none. */
function troubleOf({ mail }: Alert): string | null {
  return mail === null || mail.state === "sent" || mail.text === "" ? null : mailText(mail);
}

interface BarProps {
  facts: AlertFacts;
  worth: Alert["worth"];
  trouble?: string | null;
  children: ReactNode;
}

function Bar({ facts, worth, trouble = null, children }: BarProps) {
  const [title, text] = [alertTitle(facts), alertText(facts)];
  return (
    <section
      aria-label="Alert"
      className="col-span-full flex flex-wrap items-center gap-x-3 gap-y-1 border-t-2 border-signal bg-signal-wash px-4 py-1 max-sm:order-1 print:hidden"
    >
      <Bell size={16} className="shrink-0 text-signal" aria-hidden />
      <p
        role="status"
        className="min-w-0 flex-1 basis-96 truncate"
        title={[`${title}.`, trouble, text].filter(Boolean).join(" ")}
      >
        {worth !== null && <Mark kind={worth} label={worth} />} <b className="font-mono">{title}</b>{" "}
        {trouble !== null && <span className="text-stop">{trouble} </span>}
        <span className="text-soft">{text}</span>
      </p>
      <span className="flex items-center gap-2">{children}</span>
    </section>
  );
}

/** In the ways of this browser that are asked for: by one of its windows, and not by all. */
async function callOnce(alert: Alert, goThere: () => void): Promise<void> {
  const ways = alert.ways.filter(isBrowserWay);
  if (ways.length === 0) return;
  await navigator.locks.request(`ypsiloid alert ${alert.id}`, { ifAvailable: true }, async (lock) => {
    if (lock === null) return;
    const over = new Promise((resolve) => setTimeout(resolve, CALLED_MS));
    for (const way of ways)
      BROWSER_WAYS[way](alert, goThere).catch((error: Error) => toast.warning(error.message, { id: `alert ${way}` }));
    await over;
  });
}
