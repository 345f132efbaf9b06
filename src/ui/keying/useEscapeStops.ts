import { useEffect, useEffectEvent } from "react";

/** While something is sent, Escape stops it from anywhere, and does nothing else. */
export function useEscapeStops(sending: boolean, stop: () => void): void {
  const onEscape = useEffectEvent((event: KeyboardEvent) => {
    if (event.key !== "Escape" || !sending) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    stop();
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onEscape(event);
    window.addEventListener("keydown", listener, true);
    return () => window.removeEventListener("keydown", listener, true);
  }, []);
}
