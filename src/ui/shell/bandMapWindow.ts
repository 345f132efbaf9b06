import { tabId } from "../kit/tabId";

export const BAND_MAP_PATH = "/bandmap";

/** Opens the band map in a window of its own, or brings it to the front. It is of the same position as this window. */
export function openBandMap(): void {
  window.open(BAND_MAP_PATH, `band-map-${tabId()}`, "popup,width=340,height=820")?.focus();
}
