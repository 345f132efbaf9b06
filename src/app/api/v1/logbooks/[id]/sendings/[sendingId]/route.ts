import { receiptOf } from "@/server/confirm/outbox";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const receipt = receiptOf(context, id("id"), id("sendingId"));
  return receipt.ok ? Response.json({ items: receipt.value, next: null }) : answer(receipt);
});
