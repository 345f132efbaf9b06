import type { Socket } from "node:net";

const LONGEST_LINE = 10_000;

/** Reads JSON, an object a line, from a connection; what is none comes as null. Who sends lines without end is left. */
export function readJsonLines(socket: Socket, take: (said: unknown) => void): void {
  let buffer = "";
  socket.setEncoding("utf8");
  socket.on("data", (piece: string) => {
    buffer += piece;
    const lines = buffer.split("\n");
    buffer = lines.pop() ?? "";
    if (buffer.length > LONGEST_LINE) return socket.destroy();
    for (const line of lines) if (line.trim() !== "") take(jsonOf(line));
  });
}

function jsonOf(line: string): unknown {
  try {
    return JSON.parse(line) as unknown;
  } catch {
    return null;
  }
}
