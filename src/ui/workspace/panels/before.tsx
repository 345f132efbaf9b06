"use client";

import { Before, beforeTitle } from "../../entry/Before";
import { useAtHand, useTyped } from "../atHand";

export default function PreviousContacts() {
  const { reading } = useTyped();
  const { askNote } = useAtHand();
  return (
    <section aria-label="Previous contacts" className="px-4 py-2.5">
      {reading === null ? (
        <p className="text-faint">Type a call: earlier contacts with the station stand here.</p>
      ) : (
        <>
          <h2 className="heading mb-1.5">{beforeTitle(reading)}</h2>
          <Before reading={reading} onNote={askNote} />
        </>
      )}
    </section>
  );
}
