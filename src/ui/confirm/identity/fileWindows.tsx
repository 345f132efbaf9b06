"use client";

import { useRef, useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import { serviceById, type ServiceId } from "@/core/confirm";
import { certificateSchema, type Identity, saveSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { AreaField, FieldsFault, TextField } from "../../kit/form/fields";
import { FormWindow } from "../../kit/form/FormWindow";
import { useZodForm } from "../../kit/form/useZodForm";
import { saveFile } from "../../kit/saveFile";

interface IdentityWindowProps {
  logbookId: number;
  identity: Identity;
  onClose: () => void;
}

const twice = saveSchema
  .extend({ again: z.string() })
  .refine(({ password, again }) => password === again, { error: "type the same password again", path: ["again"] });

/** Saves an identity with its key to a file, for another computer or a new one. */
export function SaveWindow({ logbookId, identity, onClose }: IdentityWindowProps) {
  const { id: identityId, service, call } = identity;
  const form = useZodForm({
    schema: twice,
    start: { password: "", again: "" },
    send: ({ password }) =>
      ask(endpoints.saveIdentity, { params: { logbookId, service, identityId }, body: { password } }),
    onSent({ name, file }) {
      saveFile(
        name,
        Uint8Array.from(atob(file), (letter) => letter.charCodeAt(0)),
        "application/x-pkcs12",
      );
      toast.success(`The identity of ${call} is saved as ${name}.`);
      onClose();
    },
  });
  return (
    <FormWindow
      form={form}
      width={460}
      title={`Save the identity of ${call} to a file`}
      about="The file holds the key under this password. Keep both, and not together."
      act="Save"
      onClose={onClose}
    >
      <TextField name="password" label="Password of the file" type="password" autoComplete="new-password" autoFocus />
      <TextField name="again" label="Once more" type="password" autoComplete="new-password" />
    </FormWindow>
  );
}

/** Loads the certificate that a request was answered with, where it came another way. */
export function CertificateWindow({ logbookId, identity, onClose }: IdentityWindowProps) {
  const { id: identityId, service, call } = identity;
  const form = useZodForm({
    schema: certificateSchema,
    start: { text: "" },
    send: (body) => ask(endpoints.loadCertificate, { params: { logbookId, service, identityId }, body }),
    onSent() {
      toast.success(`The identity of ${call} is ready.`);
      onClose();
    },
  });
  const picker = useRef<HTMLInputElement>(null);
  return (
    <FormWindow
      form={form}
      width={620}
      title={`Load the certificate of ${call}`}
      about={`What ${serviceById(service).name} answered the request with, as a file or as its text.`}
      act="Load"
      onClose={onClose}
    >
      <AreaField name="text" label="Text, from BEGIN CERTIFICATE to END CERTIFICATE" />
      <div>
        <Button onClick={() => picker.current?.click()}>Take it from a file</Button>
        <input
          ref={picker}
          type="file"
          className="hidden"
          aria-label="File of the certificate"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            target.value = "";
            void file
              ?.slice(0, 200_000)
              .text()
              .then((text) => form.form.setValue("text", text));
          }}
        />
      </div>
    </FormWindow>
  );
}

/** Loads an identity with its key from a file. */
export function LoadWindow({
  logbookId,
  service,
  onLoaded,
  onClose,
}: {
  logbookId: number;
  service: ServiceId;
  onLoaded: (identity: Identity) => void;
  onClose: () => void;
}) {
  const [fileName, setFileName] = useState<string | null>(null);
  const form = useZodForm({
    schema: z.object({
      file: z.string().min(1, "choose a file").max(500_000, "an identity's file is smaller than that"),
      password: z.string(),
    }),
    start: { file: "", password: "" },
    send: (body) => ask(endpoints.loadIdentity, { params: { logbookId, service }, body }),
    onSent: onLoaded,
  });
  const picker = useRef<HTMLInputElement>(null);
  return (
    <FormWindow
      form={form}
      width={480}
      title="Load an identity from a file"
      about={`A file of PKCS #12 that was saved here, on another computer, or got from ${serviceById(service).name}.`}
      act="Load"
      onClose={onClose}
    >
      <div className="flex items-center gap-3">
        <Button onClick={() => picker.current?.click()}>Choose a file</Button>
        <span className="min-w-0 truncate font-mono">{fileName}</span>
        <input
          ref={picker}
          type="file"
          accept=".p12,.pfx"
          className="hidden"
          aria-label="File of the identity"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            target.value = "";
            if (file === undefined) return;
            setFileName(file.name);
            void base64Of(file.slice(0, LARGEST_FILE)).then((text) => {
              form.form.setValue("file", text);
              form.form.clearErrors("file");
            });
          }}
        />
      </div>
      <FieldsFault name="file" />
      <TextField name="password" label="Password of the file" type="password" autoComplete="current-password" />
    </FormWindow>
  );
}

/** More of a file need not be read to know that it is none of an identity. */
const LARGEST_FILE = 400_000;

async function base64Of(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return btoa(bytes.reduce((text, byte) => text + String.fromCharCode(byte), ""));
}
