import Link from "next/link";

export default function NotFound() {
  return (
    <div className="p-6">
      <h1 className="text-title font-semibold">There is no such page</h1>
      <Link href="/desk" className="text-signal underline">
        To the Desk
      </Link>
    </div>
  );
}
