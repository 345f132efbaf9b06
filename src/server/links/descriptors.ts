import type { KeptDescriptor } from "../../core/contract";
import { checkDescriptor, type Descriptor, SHIPPED_DESCRIPTORS } from "../../core/radio";
import type { Context } from "../context";
import { done, failed, invalid, missing, type Result } from "../problem";

/** All descriptors by their names, the operator's own in place of those that ship under the same tag. */
export function listDescriptors({ store }: Pick<Context, "store">): KeptDescriptor[] {
  const own = store.all(store.q.selectFrom("radioDescriptor").select("body")).flatMap(({ body }) => {
    const checked = checkDescriptor(JSON.parse(body));
    // One of a later version may not be understood: it stays, and is not offered.
    return checked.ok ? [{ descriptor: checked.value, own: true }] : [];
  });
  const shipped = SHIPPED_DESCRIPTORS.filter(({ tag }) => !own.some(({ descriptor }) => descriptor.tag === tag));
  return [...own, ...shipped.map((descriptor) => ({ descriptor, own: false }))].sort((a, b) =>
    a.descriptor.name.localeCompare(b.descriptor.name),
  );
}

export function descriptorByTag(context: Pick<Context, "store">, tag: string): Descriptor | undefined {
  return listDescriptors(context).find(({ descriptor }) => descriptor.tag === tag)?.descriptor;
}

/** Keeps a descriptor, in place of the one of its tag. */
export function keepDescriptor(context: Context, data: unknown): Result<KeptDescriptor> {
  const checked = checkDescriptor(data);
  if (!checked.ok) return invalid(checked.faults);
  const { tag } = checked.value;
  const row = { body: JSON.stringify(data), changedAt: context.now() };
  const { store } = context;
  store.run(
    store.q
      .insertInto("radioDescriptor")
      .values({ tag, ...row })
      .onConflict((conflict) => conflict.column("tag").doUpdateSet(row)),
  );
  return done({ descriptor: checked.value, own: true });
}

/** Removes an own descriptor; where one ships under its tag, that one is in force again. */
export function removeDescriptor(context: Context, tag: string): Result<{ readonly removed: string }> {
  const { store } = context;
  const shipped = SHIPPED_DESCRIPTORS.some((one) => one.tag === tag);
  const users = store
    .all(store.q.selectFrom("link").select(["name", "settings"]))
    .filter(({ settings }) => (JSON.parse(settings) as { descriptor?: unknown }).descriptor === tag);
  if (!shipped && users.length > 0)
    return failed(
      409,
      "In use",
      `${users.map(({ name }) => name).join(", ")} is spoken to by it: choose another there first.`,
    );
  const { changes } = store.run(store.q.deleteFrom("radioDescriptor").where("tag", "=", tag));
  return changes === 0 ? missing(`an own descriptor ${tag}`) : done({ removed: tag });
}
