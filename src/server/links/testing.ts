import type { Link, LinkNews, LiveEvent } from "../../core/contract";
import type { Heard } from "../../core/spot";
import type { Context } from "../context";
import { createHub } from "../live/hub";
import { testContext, valueOf } from "../testing";
import type { SampleBlock } from "../signal/pictures";
import { createLinks, type Links } from "./supervisor";

/** Links on an empty database, and what they announce. For tests. */
export interface TestLinks {
  readonly context: Context;
  readonly logbookId: number;
  readonly events: LiveEvent[];
  /** What spot networks announced. */
  readonly spotted: Heard[];
  /** What receivers heard. */
  readonly received: SampleBlock[];
  readonly links: Links;
  linkOf(id: number): Link;
  /** Adds a link, and gives its number. */
  add(kind: string, name: string, settings: object): Promise<number>;
  /** Waits until a link is up. */
  up(id: number): Promise<unknown>;
  /** What a link answers to an order, or what it refuses it with. */
  tell(id: number, order: object, position?: string): Promise<unknown>;
  /** What was said of what goes on, by whom it concerns. */
  news(): (LinkNews & { readonly position: string | undefined })[];
  /** The supervisor of another start of the server, on the same database. */
  again(): Links;
  close(): void;
}

export async function testLinks(): Promise<TestLinks> {
  const events: LiveEvent[] = [];
  const { context: quiet, logbookId } = await testContext();
  const spotted: Heard[] = [];
  const received: SampleBlock[] = [];
  const hub = createHub();
  hub.listen((event) => events.push(event));
  const context = { ...quiet, announce: hub.announce };
  const start = () =>
    createLinks({
      context,
      listen: hub.listen,
      spotted: (heard) => spotted.push(heard) > 0,
      received: (block) => received.push(block),
      fault: (error) => {
        throw error;
      },
      pauses: [20, 40],
    });
  let links = start();
  const linkOf = (id: number) => links.list().find((link) => link.id === id)!;
  return {
    context,
    logbookId,
    events,
    spotted,
    received,
    get links() {
      return links;
    },
    linkOf,
    add: async (kind, name, settings) =>
      valueOf(await links.add({ kind, name, on: true, settings: settings as Record<string, unknown> })).id,
    up: (id) => until(() => linkOf(id).phase === "up"),
    async tell(id, order, position = "left") {
      const answer = await links.command(id, order, position);
      return answer.ok ? answer.value : answer.problem;
    },
    news: () =>
      events.flatMap((event) =>
        event.type === "link" && event.news !== undefined ? [{ ...event.news, position: event.position }] : [],
      ),
    again: () => (links = start()),
    close: () => links.close(),
  };
}

/** Waits until something holds, and gives it; the test's own time limit ends what never comes. For tests. */
export async function until<Value>(look: () => Value | false | null | undefined): Promise<Value> {
  for (;;) {
    const seen = look();
    if (seen) return seen;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}
