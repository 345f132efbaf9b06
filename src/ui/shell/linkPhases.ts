/** How a link is getting on, as it is shown. */
export const LINK_PHASES = {
  up: { mark: "safe", label: "Connected", look: "text-safe" },
  connecting: { mark: "waiting", label: "Connecting", look: "text-soft" },
  waiting: { mark: "fault", label: "Away", look: "text-stop" },
  refused: { mark: "fault", label: "Not usable", look: "text-stop" },
  off: { mark: "waiting", label: "Off", look: "text-soft" },
} as const;
