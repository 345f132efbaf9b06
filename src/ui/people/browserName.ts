/** In this order: many call themselves by the name of another one, too. */
const BROWSERS = [
  ["Edg/", "Edge"],
  ["OPR/", "Opera"],
  ["Firefox/", "Firefox"],
  ["Chromium/", "Chromium"],
  ["Chrome/", "Chrome"],
  ["Safari/", "Safari"],
] as const;
const SYSTEMS = [
  ["Android", "Android"],
  ["iPhone", "iPhone"],
  ["iPad", "iPad"],
  ["Windows", "Windows"],
  ["Mac OS X", "Mac"],
  ["Linux", "Linux"],
] as const;

/** A browser and what it runs on, by what it calls itself, "Firefox on Linux"; a program by its own word. */
export function browserName(agent: string | null): string {
  if (agent === null) return "A program";
  const name = BROWSERS.find(([mark]) => agent.includes(mark))?.[1] ?? agent.split(/[/ ]/, 1)[0]!.slice(0, 30);
  const system = SYSTEMS.find(([mark]) => agent.includes(mark))?.[1];
  return system === undefined ? name : `${name} on ${system}`;
}
