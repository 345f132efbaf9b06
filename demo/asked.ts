import type { AskWay } from "../src/core/confirm";
import type { Context } from "../src/server/context";

const DAY = 86_400;
/** Days ago that an operator was asked, how, and how old his contact is. */
const ASKED: readonly (readonly [number, AskWay, number])[] = [
  [46, "mail", 300],
  [38, "tideline", 220],
  [12, "tideline", 180],
  [12, "mail", 400],
  [3, "card", 700],
];

/** Whom the demo's operator asked for a confirmation: the oldest contacts of some days that nobody confirmed. */
export function seedAsked(context: Context, logbookId: number): void {
  const { store } = context;
  const now = context.now();
  for (const [ago, way, age] of ASKED) {
    const contact = store.first(
      store.q
        .selectFrom("contact")
        .select("id")
        .where("logbookId", "=", logbookId)
        .where("startedAt", ">", now - age * DAY)
        .where((eb) =>
          eb.not(
            eb.exists(
              eb
                .selectFrom("confirmation")
                .select("contactId")
                .whereRef("contactId", "=", "contact.id")
                .where("received", "in", ["confirmed", "verified"]),
            ),
          ),
        )
        .orderBy("startedAt")
        .limit(1),
    );
    if (contact === undefined) continue;
    const text = "Please look for our contact in your log.";
    store.run(store.q.insertInto("asked").values({ contactId: contact.id, way, at: now - ago * DAY, text }));
  }
}
