import { connect } from "node:net";
import type { Duplex } from "node:stream";
import { existsSync, readdirSync } from "node:fs";
import { SerialPort } from "serialport";
import type { TestStep } from "../../core/contract";

/** How a serial port is set. */
export interface SerialSetting {
  readonly speed: number;
  readonly bits: 7 | 8;
  readonly parity: "none" | "even" | "odd";
  readonly stopBits: 1 | 2;
}

const CONNECT_MS = 3000;

/** Connects over the network. What is thrown says what is wrong, and how to mend it. */
export function openTcp(host: string, port: number, signal?: AbortSignal): Promise<Duplex> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host, port });
    const where = `${host}:${port}`;
    const fail = (text: string) => {
      clearTimeout(timer);
      socket.destroy();
      reject(new Error(text));
    };
    const timer = setTimeout(
      () => fail(`${where} does not answer: is it on, and in the same network? Is the address right?`),
      CONNECT_MS,
    );
    const ended = () => fail("it was ended");
    signal?.addEventListener("abort", ended, { once: true });
    socket.setNoDelay(true);
    socket.setKeepAlive(true, 10_000);
    socket.once("connect", () => {
      clearTimeout(timer);
      signal?.removeEventListener("abort", ended);
      resolve(socket);
    });
    socket.on("error", (error: NodeJS.ErrnoException) => fail(networkFault(where, error)));
  });
}

/** The first step of a test over the network, and what was opened; null where that could not be. */
export async function tryAddress(
  host: string,
  port: number,
): Promise<{ readonly step: TestStep; readonly wire: Duplex | null }> {
  const what = "Address";
  try {
    const wire = await openTcp(host, port);
    return { step: { what, ok: true, text: `${host}:${port} can be opened.` }, wire };
  } catch (error) {
    return { step: { what, ok: false, text: (error as Error).message }, wire: null };
  }
}

function networkFault(where: string, { code, message }: NodeJS.ErrnoException): string {
  switch (code) {
    case "ECONNREFUSED":
      return `Nothing listens at ${where}: start what is to answer there, or mend the port.`;
    case "ENOTFOUND":
    case "EAI_AGAIN":
      return `The name in ${where} is not known: write the address in numbers, or mend the name.`;
    case "EHOSTUNREACH":
    case "ENETUNREACH":
      return `There is no way to ${where}: is this computer in the same network?`;
    default:
      return `${where} cannot be reached: ${code ?? message}.`;
  }
}

/** Opens a serial port. What is thrown says what is wrong, and how to mend it. */
export function openSerial(path: string, { speed, bits, parity, stopBits }: SerialSetting): Promise<Duplex> {
  return new Promise((resolve, reject) => {
    const port = new SerialPort({ path, baudRate: speed, dataBits: bits, parity, stopBits, autoOpen: false });
    port.open((error) => {
      if (error === null) resolve(port);
      else reject(new Error(serialFault(path, error)));
    });
  });
}

function serialFault(path: string, { message }: Error): string {
  if (/no such file/i.test(message)) return `There is no port ${path}: is the cable in? Choose one of the list.`;
  if (/permission denied/i.test(message))
    return `The port ${path} may not be used: add yourself to the group that owns it (often "dialout"), and sign in anew.`;
  if (/lock|busy|access denied/i.test(message))
    return `Another program has the port ${path}: close that program, or choose another port.`;
  return `The port ${path} cannot be opened: ${message.replace(/^Error:\s*/, "")}.`;
}

/** The serial ports of this computer, with what is known of each. */
export async function listSerialPorts(): Promise<{ path: string; about: string }[]> {
  // On Linux the package's own list needs a program that is not everywhere, and ends the process where it is missing.
  if (process.platform !== "linux") {
    // Its types are those of a package that is not ours to import.
    const ports = (await SerialPort.list()) as { readonly path: string; readonly manufacturer?: string }[];
    return ports.map(({ path, manufacturer = "" }) => ({ path, about: manufacturer }));
  }
  const named = "/dev/serial/by-id";
  return [
    ...(existsSync(named) ? readdirSync(named).map((name) => ({ path: `${named}/${name}`, about: name })) : []),
    ...readdirSync("/dev")
      .filter((name) => /^tty(USB|ACM|AMA)\d+$/.test(name))
      .sort()
      .map((name) => ({ path: `/dev/${name}`, about: "" })),
  ];
}
