"use client";

import { useRouter } from "next/navigation";
import { useCallback } from "react";
import type { Alert } from "@/core/contract";
import { pickAnywhere, pickLater } from "../shell/siblings";
import { useAlertDeeds } from "./useAlerts";

/** Goes to the station that one is called for, wherever one is: to the Desk, where no window has an entry line. */
export function useGoToAlert(logbookId: number): (alert: Alert) => void {
  const router = useRouter();
  const { mutate: answer } = useAlertDeeds(logbookId).answer;
  return useCallback(
    (alert: Alert) => {
      answer({ id: alert.id, outcome: "went" });
      void pickAnywhere(alert).then((isThere) => {
        if (isThere) return;
        pickLater(alert);
        router.push("/desk");
      });
    },
    [answer, router],
  );
}
