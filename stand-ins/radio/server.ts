import { createServer, type Server, type Socket } from "node:net";
import { type AirLinkOptions, createAirLink } from "./airLink";
import type { Dialect } from "./dialect";
import { createRadio, type Radio, type RadioModel } from "./model";

/** How a radio answers: as it should, or in one of the ways in which radios fail. */
export const RADIO_BEHAVIOURS = ["normal", "silent", "nonsense", "half", "gone"] as const;
type RadioBehaviour = (typeof RADIO_BEHAVIOURS)[number];

export interface RadioServerOptions {
  readonly port: number;
  readonly model: RadioModel;
  readonly dialect: Dialect;
  readonly frequencyHz: number;
  readonly air: AirLinkOptions;
}

/** A radio with its socket. */
export interface RadioServer {
  readonly server: Server;
  readonly radio: Radio;
  readonly behave: (behaviour: RadioBehaviour) => void;
}

const LONGEST_LINE = 1000;
/** Below this the air has no ear, Hz. */
const AIR_BEGINS = 100_000;

/** Starts the stand-in for a radio; docs/stand-ins.md describes what each speaks. */
export async function startRadio({ port, model, dialect, frequencyHz, air }: RadioServerOptions): Promise<RadioServer> {
  const link = createAirLink(air);
  const radio = createRadio(model, frequencyHz, link);
  let behaviour: RadioBehaviour = "normal";
  const sockets = new Set<Socket>();

  const hearAround = () => {
    const { frequencyHz: dial, widthHz, mode } = radio.state;
    const low = mode === "USB" ? dial : mode === "LSB" ? dial - widthHz : dial - widthHz / 2;
    link.listen(Math.max(AIR_BEGINS, low), low + widthHz);
  };
  hearAround();
  radio.onChange((change) => {
    if ("frequencyHz" in change || "widthHz" in change || "mode" in change) hearAround();
  });

  function serve(socket: Socket): void {
    if (behaviour === "gone") return void socket.destroy();
    sockets.add(socket);
    let buffer = "";
    let isAsking = false;
    const say = (line: string) => {
      if (behaviour === "silent" || socket.destroyed) return;
      if (behaviour === "nonsense") socket.write(`\u0000\u0007~~${line.length}~~${dialect.end}`);
      else if (behaviour === "half") socket.write(line.slice(0, Math.ceil(line.length / 2)));
      else socket.write(line + dialect.end);
    };
    const deaf = radio.onChange((change) => {
      if (!isAsking) for (const line of dialect.pushed(change, radio.state)) say(line);
    });
    socket.setEncoding("latin1");
    socket.on("data", (piece: string) => {
      buffer += piece;
      const lines = buffer.split(/[\r\n]+/);
      buffer = lines.pop() ?? "";
      if (buffer.length > LONGEST_LINE) return socket.destroy();
      for (const line of lines) {
        if (line.trim() === "") continue;
        isAsking = true;
        const answers = dialect.take(radio, line, link.strength());
        isAsking = false;
        answers.forEach(say);
      }
    });
    const drop = () => {
      deaf();
      sockets.delete(socket);
    };
    socket.on("close", drop);
    socket.on("error", drop);
  }

  const server = createServer(serve);
  server.on("close", () => {
    radio.hush();
    link.close();
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return {
    server,
    radio,
    behave(next) {
      behaviour = next;
      if (next === "gone") for (const socket of sockets) socket.destroy();
    },
  };
}
