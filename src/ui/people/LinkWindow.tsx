"use client";

import { useQuery } from "@tanstack/react-query";
import QRCode from "qrcode";
import { useState } from "react";
import { toast } from "sonner";
import type { MadeInvitation } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { Choice } from "../kit/Choice";
import { Window } from "../kit/Window";
import { JOIN_PATH } from "./joinPath";
import { useSharing } from "./usePeople";

/** An invitation as it is passed on: its link, and the link as a picture for a telephone. It is shown this once. */
export function LinkWindow({ made: { invitation, token }, onClose }: { made: MadeInvitation; onClose: () => void }) {
  const addresses = useSharing().data?.addresses ?? [];
  const [chosen, setChosen] = useState<string | null>(null);
  const base = chosen ?? addresses[0] ?? "";
  const link = `${base}${JOIN_PATH}#${token}`;
  const { data: picture } = useQuery({
    queryKey: ["qr", link],
    queryFn: () => QRCode.toString(link, { type: "svg", margin: 2 }),
    enabled: base !== "",
    gcTime: 0,
  });
  const copy = () =>
    navigator.clipboard.writeText(link).then(
      () => toast("The link is copied."),
      () => toast.error("The browser does not let it be copied: select it, and copy it by hand."),
    );
  return (
    <Window
      title={`Invitation for ${invitation.forWhom}`}
      about={`It is shown this once, works once, and holds until ${fullTime(invitation.expiresAt)} UTC.`}
      width={520}
      onClose={onClose}
      buttons={
        <>
          <Button look="act" onClick={() => void copy()} autoFocus>
            Copy the link
          </Button>
          <Button onClick={onClose}>Close</Button>
        </>
      }
    >
      <Field label="Link" mono readOnly value={link} onFocus={({ target }) => target.select()} />
      {addresses.length > 1 && (
        <Choice
          label="By which name this computer is reached"
          value={base}
          onChange={({ target }) => setChosen(target.value)}
        >
          {addresses.map((address) => (
            <option key={address}>{address}</option>
          ))}
        </Choice>
      )}
      {picture !== undefined && (
        // eslint-disable-next-line @next/next/no-img-element -- It is drawn here, and needs nothing of the server.
        <img
          alt="The link as a QR code, for the camera of a telephone"
          src={`data:image/svg+xml,${encodeURIComponent(picture)}`}
          className="size-56 justify-self-center bg-white"
        />
      )}
    </Window>
  );
}
