/** A way in which an operator is called, in the order in which they are offered. */
export const ALERT_WAYS = [
  { id: "page", text: "on the page", about: "A line at the foot of every page of Ypsiloid, until it is answered." },
  { id: "sound", text: "by a sound", about: "Three rising tones, in one of this browser's windows." },
  { id: "speech", text: "by voice", about: "This browser says the call, letter by letter, and why." },
  {
    id: "desktop",
    text: "on the desktop",
    about: "A notification of this computer, also while another program is in front.",
  },
  { id: "mail", text: "by e-mail", about: "A message through each mail link of the Station." },
] as const;

export type AlertWay = (typeof ALERT_WAYS)[number]["id"];
