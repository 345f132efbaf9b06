"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import dynamic from "next/dynamic";
import { useRef, useState } from "react";
import { toast } from "sonner";
import type { KeptDescriptor } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";

/** With its editor it is large, and rarely wanted. */
const DescriptorWindow = dynamic(() => import("./DescriptorWindow").then((module) => module.DescriptorWindow), {
  ssr: false,
});

const LARGEST_FILE = 200_000;

/** How radios are spoken to: the descriptors that ship, and one's own. */
export function DescriptorList() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["descriptors"], queryFn: () => ask(endpoints.descriptors) });
  /** What stands in the editor at first. */
  const [editing, setEditing] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const remove = useMutation({
    mutationFn: (tag: string) => ask(endpoints.removeDescriptor, { params: { tag } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["descriptors"] }),
    onError: (problem) => toast.error(problem.message),
  });
  useActions([
    { id: "writeDescriptor", label: "Write a radio's descriptor", run: () => setEditing(blank(data?.items)) },
  ]);

  async function takeFile(file: File | undefined) {
    if (file === undefined) return;
    if (file.size > LARGEST_FILE) return void toast.error(`${file.name} is far larger than any descriptor.`);
    setEditing(await file.text());
  }

  return (
    <section aria-label="Descriptors of radios" className="px-4 pb-4">
      <div className="flex flex-wrap items-center gap-3 pb-1.5">
        <h2 className="heading">Descriptors of radios</h2>
        <p className="text-soft">How a radio is asked and told things; yours is described in a file, without code.</p>
        <span className="flex-1" />
        <Button small onClick={() => picker.current?.click()}>
          From a file
        </Button>
        <Button small onClick={() => setEditing(blank(data?.items))}>
          Write one
        </Button>
        <input
          ref={picker}
          type="file"
          accept=".json,application/json"
          aria-label="Descriptor file"
          className="hidden"
          onChange={({ target }) => {
            void takeFile(target.files?.[0]);
            target.value = "";
          }}
        />
      </div>
      <ul aria-label="Descriptors" className="divide-y divide-line border border-line bg-panel">
        {data?.items.map(({ descriptor, own }) => (
          <li key={descriptor.tag} className="flex items-center gap-4 px-3 py-1.5">
            <b className="w-40 truncate font-semibold">{descriptor.name}</b>
            <span className="min-w-0 flex-1 truncate text-soft" title={descriptor.about}>
              {own ? "Your own. " : "Ships. "}
              {descriptor.about}
            </span>
            <Button small onClick={() => setEditing(JSON.stringify(descriptor, null, 2))}>
              Look, change<span className="sr-only"> {descriptor.name}</span>
            </Button>
            {own && (
              <Button small disabled={remove.isPending} onClick={() => remove.mutate(descriptor.tag)}>
                Remove<span className="sr-only"> {descriptor.name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {editing !== null && <DescriptorWindow start={editing} onClose={() => setEditing(null)} />}
    </section>
  );
}

/** A new one begins as a copy of one that is sound, under a name of its own. */
function blank(items: readonly KeptDescriptor[] = []): string {
  const [first] = items;
  return first === undefined
    ? "{}"
    : JSON.stringify({ ...first.descriptor, tag: "MY-RADIO", name: "My radio", about: "" }, null, 2);
}
