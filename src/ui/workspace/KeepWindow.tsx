"use client";

import { toast } from "sonner";
import { NameWindow } from "../kit/NameWindow";
import { useKeeping, type WorkspaceState } from "./useWorkspace";

/** Keeps the workspace as it is arranged now, under a name; one of one's own under its name is replaced. */
export function KeepWindow({ workspace, onClose }: { workspace: WorkspaceState; onClose: () => void }) {
  const { current, offered, show } = workspace;
  const { keep, replace } = useKeeping();
  const own = offered.find(({ of }) => of === current.of && typeof of === "number");
  function onName(name: string) {
    const { arrangement } = current;
    const same = offered.find((one) => typeof one.of === "number" && one.name === name);
    const onSuccess = ({ id }: { readonly id: number }) => {
      show({ of: id, name, arrangement, changed: false });
      toast.success(`The workspace ${name} is kept.`);
      onClose();
    };
    if (typeof same?.of === "number") replace.mutate({ id: same.of, name, arrangement }, { onSuccess });
    else keep.mutate({ name, arrangement }, { onSuccess });
  }
  return (
    <NameWindow
      title="Keep the workspace"
      start={own?.name ?? ""}
      problem={(keep.error ?? replace.error)?.message}
      onName={onName}
      onClose={onClose}
    />
  );
}
