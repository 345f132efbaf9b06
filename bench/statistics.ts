import { CHANNEL_IDS } from "../src/core/confirm";
import { STATISTICS } from "../src/core/statistics";
import type { Context } from "../src/server/context";
import { type Line, p95, under } from "./measure";

/** Every statistic of a whole log, each by itself, where most contacts were sent and half of them are confirmed. */
export async function benchStatistics(context: Context, logbookId: number): Promise<Line[]> {
  confirmHalf(context);
  const times: { readonly title: string; readonly ms: number }[] = [];
  for (const { id: statistic, title } of STATISTICS) {
    const request = { logbookId, statistic, asked: {}, now: context.now() };
    times.push({ title, ms: await p95(20, () => context.reader.look("countStatistic", request)) });
  }
  const slowest = times.reduce((most, one) => (one.ms > most.ms ? one : most));
  return [
    under(`the first statistic, "${times[0]!.title}", 250 000, p95`, times[0]!.ms, 500),
    under(`the slowest of ${times.length}, "${slowest.title}", 250 000, p95`, slowest.ms, 500),
  ];
}

function confirmHalf({ store }: Context): void {
  const { q } = store;
  for (const [nth, channel] of CHANNEL_IDS.entries())
    store.run(
      q
        .insertInto("confirmation")
        .columns(["contactId", "channel", "sent", "sentOn", "received", "receivedOn"])
        .expression(
          q
            .selectFrom("contact")
            .select((eb) => [
              "id",
              eb.val(channel).as("channel"),
              eb.val("sent").as("sent"),
              eb.fn<string>("date", ["startedAt", eb.val("unixepoch")]).as("sentOn"),
              eb
                .case()
                .when(eb("id", "%", 3), "<", 2)
                .then("confirmed")
                .else("no")
                .end()
                .as("received"),
              eb
                .fn<string>("date", ["startedAt", eb.val("unixepoch"), eb.val(`+${5 + 40 * nth} days`)])
                .as("receivedOn"),
            ])
            .where((eb) => eb(eb("id", "%", 5), "<", 4)),
        )
        .onConflict((on) => on.doNothing()),
    );
  const confirmed = q.selectFrom("confirmation").select("contactId").where("received", "=", "confirmed");
  store.run(q.updateTable("contact").set({ confirmed: 1 }).where("id", "in", confirmed));
}
