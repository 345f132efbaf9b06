import { CONFIRMED_STATES, serviceById, type ServiceId } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { AccountComparison } from "../../core/contract";
import type { Context } from "../context";
import { siteOfLogbook } from "../logbook/sites";
import { done, type Result } from "../problem";
import type { ServiceAccess } from "./access";
import { askService, orNoAnswer } from "./askService";

/** What a service says it has of each of our calls, beside what we believe that it has. */
export async function compareAccount(
  context: Context,
  logbookId: number,
  service: ServiceId,
  access: ServiceAccess,
): Promise<Result<AccountComparison[]>> {
  const description = serviceById(service);
  return orNoAnswer(async () => {
    const theirs = await askService(description, access, description.account());
    const ours = believed(context, logbookId, service);
    const calls = new Set([...theirs.map(({ call }) => call), ...ours.keys()]);
    return done(
      [...calls].map((call) => ({
        ...(theirs.find((one) => one.call === call) ?? { call, contacts: 0, confirmed: 0, lastAt: null }),
        ours: ours.get(call) ?? { sent: 0, confirmed: 0, lastAt: null },
      })),
    );
  });
}

/** By our call: how many contacts a service should have by what the log says of them, and the newest. */
function believed({ store }: Context, logbookId: number, service: ServiceId): Map<string, AccountComparison["ours"]> {
  const usual = siteOfLogbook(store, logbookId).call;
  const rows = store.all(
    store.q
      .selectFrom("confirmation")
      .innerJoin("contact", "contact.id", "confirmation.contactId")
      .select((eb) => [
        eb.fn.coalesce("contact.ownCall", eb.val(usual)).as("ours"),
        eb.fn.countAll<number>().as("sent"),
        eb.fn.sum<number>(eb.case().when("received", "in", CONFIRMED_STATES).then(1).else(0).end()).as("confirmed"),
        eb.fn.max("startedAt").as("last"),
      ])
      .where("contact.logbookId", "=", logbookId)
      .where("channel", "=", service)
      .where("sent", "=", "sent")
      .groupBy("ours"),
  );
  return new Map(
    rows.map(({ ours: call, sent, confirmed, last }) => [
      call,
      { sent, confirmed, lastAt: last === null ? null : isoTime(last) },
    ]),
  );
}
