import Link from "next/link";
import { useLogbook } from "../shell/logbook";

/** The call of a contact, which opens it; of another logbook, that counts together with this one, which that is. */
export function ContactCall({
  contact: { id, logbookId, call },
}: {
  contact: { readonly id: number; readonly logbookId: number; readonly call: string };
}) {
  const { logbook, logbooks } = useLogbook();
  if (logbookId === logbook.id)
    return (
      <Link href={`/desk?contact=${id}`} className="font-mono font-bold text-signal underline">
        {call}
      </Link>
    );
  const name = logbooks.find((one) => one.id === logbookId)?.name ?? "another logbook";
  return (
    <>
      <b className="font-mono font-bold">{call}</b> <span className="text-soft">in {name}</span>
    </>
  );
}
