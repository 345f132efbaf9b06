import { connect, type Socket } from "node:net";
import { readJsonLines } from "../jsonLines";

/** What the air says, as far as its listeners need it; each knows what it is. */
export interface AirWords {
  readonly is?: unknown;
  readonly id?: unknown;
  readonly mode?: unknown;
  readonly speed?: unknown;
  readonly text?: unknown;
  readonly frequencyHz?: unknown;
  readonly from?: unknown;
  readonly lasts?: unknown;
  readonly strength?: unknown;
  readonly noise?: unknown;
  readonly since?: unknown;
}

/** Somebody at the air's door. */
export interface AirClient {
  readonly say: (order: object) => void;
  readonly close: () => void;
}

interface AirListener {
  readonly opened: () => void;
  readonly heard: (words: AirWords) => void;
  readonly lost?: () => void;
}

/** Where the air is away, it is looked for again after so long, milliseconds. */
const AGAIN_MS = 2000;

/** Goes to the door of the air, and again when it was away. */
export function createAirClient(port: number, { opened, heard, lost }: AirListener): AirClient {
  let socket: Socket | null = null;
  let again: NodeJS.Timeout | undefined;
  let closed = false;

  function open(): void {
    const opening = connect(port, "127.0.0.1");
    opening.on("connect", () => {
      socket = opening;
      opened();
    });
    readJsonLines(opening, (said) => heard(said ?? {}));
    opening.on("error", () => {});
    opening.on("close", () => {
      socket = null;
      lost?.();
      if (!closed) again = setTimeout(open, AGAIN_MS);
    });
  }

  open();
  return {
    say: (order) => void socket?.write(`${JSON.stringify(order)}\n`),
    close() {
      closed = true;
      clearTimeout(again);
      socket?.destroy();
    },
  };
}
