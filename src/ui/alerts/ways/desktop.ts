import { type AlertFacts, alertText, alertTitle } from "@/core/alert";

/** @throws why nothing is shown */
export async function desktop(alert: AlertFacts, onClick: () => void): Promise<void> {
  if (!("Notification" in window)) throw new Error("This browser shows no notifications.");
  // It asks the operator only the first time, and only on a click of his.
  const allowed =
    Notification.permission === "default" ? await Notification.requestPermission() : Notification.permission;
  if (allowed !== "granted")
    throw new Error(
      allowed === "denied"
        ? "This browser is told to show no notifications of this page: allow them where it keeps its settings of pages."
        : "This browser has to be allowed to show notifications first: press Test beside this way.",
    );
  const shown = new Notification(alertTitle(alert), { body: alertText(alert), tag: alert.call });
  shown.onclick = () => {
    window.focus();
    shown.close();
    onClick();
  };
}
