/** The places of the application; an action has its key in those where it can be done. */
type Place = "Desk" | "Airwaves" | "Contest" | "Confirm" | "Awards" | "Station";

export interface KeyedAction {
  readonly id: string;
  readonly label: string;
  readonly places: readonly Place[];
  readonly keys: string;
  /** The key belongs to the control that has the focus, and cannot be another. */
  readonly fixed?: true;
}

const EVERYWHERE: readonly Place[] = ["Desk", "Airwaves", "Contest", "Confirm", "Awards", "Station"];
const LINE: readonly Place[] = ["Desk", "Airwaves", "Contest"];
const LOG: readonly Place[] = ["Desk", "Contest"];
const AIRWAVES: readonly Place[] = ["Airwaves"];
const DESK: readonly Place[] = ["Desk"];
const PANELLED: readonly Place[] = ["Desk", "Contest"];
const CONTEST: readonly Place[] = ["Contest"];
const CONFIRM: readonly Place[] = ["Confirm"];
const AWARDS: readonly Place[] = ["Awards"];

const keyed = (places: readonly Place[], id: string, keys: string, label: string): KeyedAction => ({
  id,
  label,
  places,
  keys,
});
const fixed = (places: readonly Place[], id: string, keys: string, label: string): KeyedAction => ({
  ...keyed(places, id, keys, label),
  fixed: true,
});

/**
 * Every action that has a key, with the key it ships with. They keep clear of what desktops and browsers take, and of
 * the letters with which AltGr writes signs on the usual layouts.
 */
export const KEYMAP: readonly KeyedAction[] = [
  keyed(EVERYWHERE, "palette", "Ctrl+K", "Find an action"),
  keyed(EVERYWHERE, "keys", "?", "Show the keys"),
  keyed(EVERYWHERE, "keysTyping", "F1", "Show the keys, also while typing"),
  keyed(EVERYWHERE, "goDesk", "Ctrl+Alt+Home", "Go to Desk"),
  keyed(EVERYWHERE, "goAirwaves", "Ctrl+Alt+PageUp", "Go to Airwaves"),
  keyed(EVERYWHERE, "goContest", "Ctrl+Alt+S", "Go to Contest"),
  keyed(EVERYWHERE, "goConfirm", "Ctrl+Alt+C", "Go to Confirm"),
  keyed(EVERYWHERE, "goAwards", "Ctrl+Alt+A", "Go to Awards"),
  keyed(EVERYWHERE, "goStation", "Ctrl+Alt+Insert", "Go to Station"),
  keyed(EVERYWHERE, "nextRadio", "Ctrl+Alt+PageDown", "Follow the next radio"),
  keyed(EVERYWHERE, "transmit", "Ctrl+Alt+Enter", "Transmit; again stops"),
  keyed(EVERYWHERE, "toArrival", "Shift+F9", "Go to the contact that waits to be confirmed"),
  keyed(EVERYWHERE, "alertGo", "Shift+F7", "Go to the station that one is called for"),
  keyed(EVERYWHERE, "alertAside", "Shift+F6", "Put what one is called for aside"),
  keyed(EVERYWHERE, "bandMapWindow", "Alt+Shift+F8", "Band map in a window of its own"),
  keyed(EVERYWHERE, "stopAll", "Ctrl+Alt+End", "Stop whatever transmits; while something does, Escape as well"),

  fixed(LINE, "log", "Enter", "Log the contact"),
  fixed(LINE, "clear", "Escape", "Clear the entry line; again gives it back"),
  fixed(LINE, "hints", "ArrowDown", "Take a call of those that fit"),
  keyed(LINE, "toCall", "F9", "Go to the call field"),
  keyed(LINE, "unfold", "Ctrl+Alt+U", "Unfold the entry line to all facts"),
  keyed(LINE, "past", "F4", "Log after the fact, with day and time"),
  keyed(LINE, "hold", "Ctrl+Alt+H", "Hold the field for the next contact"),
  keyed(LINE, "bandUp", "PageUp", "Next higher band"),
  keyed(LINE, "bandDown", "PageDown", "Next lower band"),
  keyed(LINE, "bandBack", "Alt+End", "Back to the band before"),
  keyed(LINE, "modeUp", "Shift+PageUp", "Next mode"),
  keyed(LINE, "modeDown", "Shift+PageDown", "Mode before"),
  keyed(LINE, "up", "Alt+ArrowUp", "One step up"),
  keyed(LINE, "down", "Alt+ArrowDown", "One step down"),
  keyed(LINE, "closer", "Alt+Shift+ArrowUp", "Stretch the ruler"),
  keyed(LINE, "wider", "Alt+Shift+ArrowDown", "Show more of the band"),
  keyed(LINE, "placeBack", "Alt+,", "Back to the place before"),
  keyed(LINE, "placeForth", "Alt+.", "Forth to the next place"),
  keyed(LINE, "signalUp", "Alt+Shift+ArrowRight", "Tune to the next signal up, where the spectrum is in sight"),
  keyed(LINE, "signalDown", "Alt+Shift+ArrowLeft", "Tune to the next signal down, where the spectrum is in sight"),
  keyed(
    LINE,
    "takeHeard",
    "Alt+Shift+Enter",
    "Take what is read where the radio is, where text is in sight: the call, or the exchange of who is typed",
  ),
  keyed(
    LINE,
    "readHere",
    "Alt+Delete",
    "Read where the radio is, where text is in sight, whatever is found; again no more",
  ),
  keyed(LINE, "toText", "Alt+Shift+F12", "Go to the decoded text, where it is in sight"),
  keyed(LINE, "toTyping", "Alt+Shift+F4", "Go to the text that is sent as it is typed, where it is in sight"),
  keyed(LINE, "putHere", "Alt+Insert", "Put the typed call, or a mark, at the frequency; again takes it off"),
  fixed(LINE, "slide", "ArrowRight", "Tune by steps, on the ruler; + and - stretch it"),
  keyed(LINE, "undoLast", "Ctrl+Alt+Z", "Undo the last logged contact"),
  ...[1, 2, 3, 4, 5, 6].map((number) =>
    keyed(PANELLED, `workspace${number}`, `Alt+Shift+${number}`, `Show workspace ${number} of the menu`),
  ),
  keyed(PANELLED, "nextPanel", "Shift+F4", "Go to the next panel, and in the end to the call field"),
  keyed(PANELLED, "arrange", "Alt+Shift+F2", "Arrange the panels of the workspace; again ends it"),
  keyed(PANELLED, "panels", "Shift+F2", "Choose which panels are shown"),
  keyed(LOG, "toLog", "F8", "Go to the log"),
  fixed(LOG, "editCell", "F2", "Edit the cell, in the log"),

  keyed(AIRWAVES, "toSpots", "F8", "Go to the spots"),
  fixed(AIRWAVES, "pickSpot", "Enter", "Tune to the spot of the row, and type its call"),
  keyed(AIRWAVES, "toBandMap", "Shift+F8", "Go to the band map"),
  keyed(AIRWAVES, "foldReading", "Alt+Shift+F7", "Fold the reading to a line; again unfolds it"),
  keyed(AIRWAVES, "toSpectrum", "Alt+Shift+F11", "Show the spectrum"),
  keyed(AIRWAVES, "toMap", "Alt+Shift+F10", "Show the map"),
  keyed(AIRWAVES, "toHours", "Alt+Shift+F9", "Show when the typed station can be heard, by hour and band"),
  keyed(AIRWAVES, "toAlerts", "Alt+Shift+F6", "Show the alerts: rules, and what one was called for"),
  fixed(AIRWAVES, "stretchMap", "+", "Stretch the band map; - shows more, Home all, Page up and Page down move it"),
  keyed(AIRWAVES, "spotUp", "Alt+Shift+PageUp", "Tune to the next spot up"),
  keyed(AIRWAVES, "spotDown", "Alt+Shift+PageDown", "Tune to the next spot down"),
  keyed(AIRWAVES, "spotBest", "Alt+Shift+Home", "Tune to the spot to be worked first"),
  keyed(AIRWAVES, "announce", "Alt+Shift+Insert", "Announce the typed station, or the one logged last"),
  keyed(AIRWAVES, "networkText", "Alt+Shift+End", "Show what goes between us and a spot network"),

  keyed(DESK, "import", "Ctrl+Alt+I", "Import a log file"),
  keyed(LINE, "callPage", "Alt+Shift+F5", "Everything known of the typed station"),
  keyed(LOG, "practise", "Alt+Shift+F1", "Practise, on an air of its own"),
  keyed(LINE, "note", "Ctrl+Alt+M", "Note about the station"),
  keyed(LINE, "exceptions", "Ctrl+Alt+W", "Say where a call operates from"),
  keyed(DESK, "find", "Ctrl+Alt+F", "Find in the log"),
  keyed(DESK, "addCondition", "Ctrl+Alt+N", "Add a condition to the filter"),
  keyed(DESK, "sortColumn", "Ctrl+Alt+O", "Order the log by the column of the cell; again turns it round"),
  keyed(DESK, "pinRow", "Ctrl+Alt+P", "Pin the contact of the row, or take the pin off"),
  keyed(DESK, "change", "Ctrl+Alt+G", "Change the selected contacts"),
  keyed(DESK, "journal", "Ctrl+Alt+J", "Show the journal of all changes"),
  keyed(LOG, "statistics", "Alt+Shift+F3", "Statistics of what the filter holds, or of the contest"),
  keyed(DESK, "cards", "Ctrl+Alt+K", "Go through received cards"),
  keyed(DESK, "export", "Ctrl+Alt+X", "Export the log, or a part of it"),
  keyed(DESK, "views", "Ctrl+Alt+V", "Views of the log"),
  fixed(DESK, "openContact", "Enter", "Open the contact of the row, in the log"),
  fixed(DESK, "pickRow", "Space", "Select the row, in the log"),
  fixed(DESK, "pickMore", "Shift+ArrowDown", "Select on to the next row, in the log"),
  fixed(DESK, "pickAll", "Ctrl+A", "Select all that the filter holds, in the log"),
  fixed(DESK, "deleteContact", "Delete", "Delete the contact of the row, in the log"),

  ...["Z", "X", "C", "V", "B", "N"].map((key, index) =>
    keyed(CONTEST, `message${index}`, `Alt+${key}`, `Send message ${index + 1}`),
  ),
  fixed(CONTEST, "stopSending", "Escape", "Stop sending at once"),
  keyed(CONTEST, "way", "Ctrl+Alt+R", "Run, or search and pounce"),
  keyed(CONTEST, "toRun", "Ctrl+Alt+G", "Back to the run frequency"),
  keyed(CONTEST, "byEnter", "Ctrl+Alt+B", "Enter sends messages, or only logs"),
  keyed(CONTEST, "faster", "Alt+PageUp", "Morse faster"),
  keyed(CONTEST, "slower", "Alt+PageDown", "Morse slower"),
  keyed(CONTEST, "operator", "Ctrl+Alt+Y", "Next operator"),

  keyed(CONFIRM, "send", "S", "Send what waits for the service in sight"),
  keyed(CONFIRM, "sendMore", "M", "Send more to the service in sight"),
  keyed(CONFIRM, "fetch", "F", "Fetch confirmations from the service in sight"),
  keyed(CONFIRM, "nextService", "N", "Next service; then the identities, what is in step, and who was asked"),
  keyed(CONFIRM, "inStep", "B", "Bring services in step, where that is in sight"),
  keyed(CONFIRM, "askIdentity", "A", "Ask for an identity, where they are in sight"),
  keyed(CONFIRM, "loadIdentity", "L", "Load an identity from a file, where they are in sight"),

  keyed(AWARDS, "search", "/", "Search in the award in sight"),
  keyed(AWARDS, "allAwards", "A", "All awards"),
  keyed(AWARDS, "awardView", "V", "Next view of the award: table, missing, map, years"),
  keyed(AWARDS, "follow", "F", "Follow the award in sight, or no longer"),
  keyed(AWARDS, "newAward", "N", "A new award of your own; in an award, a variant of it"),
  keyed(AWARDS, "changeAward", "E", "Change the award in sight, where it is your own"),
  keyed(AWARDS, "records", "R", "Records of the log"),
  keyed(AWARDS, "claims", "C", "Claims: the next one as it is planned, and those that were made"),
  keyed(AWARDS, "tieOut", "T", "Tie out: the account of a service against the log"),
  keyed(AWARDS, "fetchAccount", "L", "Fetch the account of a service, where claims or the tie out are in sight"),
  keyed(AWARDS, "grants", "G", "Record what was granted before, where claims are in sight"),
  keyed(AWARDS, "printClaim", "P", "Print what is in sight of the claims"),
  ...["mixed", "CW", "voice", "digital"].map((group, index) =>
    keyed(AWARDS, `group${group}`, String(index + 1), `Count ${group}`),
  ),
  fixed(AWARDS, "table", "ArrowDown", "Move in the table, Enter shows the contacts"),
];

const BY_ID = new Map(KEYMAP.map((action) => [action.id, action]));

export function keyedAction(id: string): KeyedAction | undefined {
  return BY_ID.get(id);
}

/** The keys that the operator changed, by the actions' ids; "" for none. */
export type ChangedKeys = Readonly<Record<string, string>>;

export function keysFor(id: string, changed: ChangedKeys): string | undefined {
  const action = BY_ID.get(id);
  if (action === undefined) return undefined;
  return (action.fixed ? action.keys : (changed[id] ?? action.keys)) || undefined;
}

/** The other actions that the same keys would do in the same place. */
export function clashesOf(id: string, keys: string, changed: ChangedKeys): KeyedAction[] {
  const places = BY_ID.get(id)?.places ?? [];
  return KEYMAP.filter(
    (other) =>
      other.id !== id &&
      other.fixed !== true &&
      keysFor(other.id, changed) === keys &&
      other.places.some((place) => places.includes(place)),
  );
}
