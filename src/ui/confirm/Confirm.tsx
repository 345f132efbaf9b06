"use client";

import { TabGroup } from "@headlessui/react";
import { SERVICES } from "@/core/confirm";
import { useActions } from "../kit/actions";
import { TabBar } from "../kit/TabBar";
import { useAddress } from "../kit/useAddress";
import { ServicePage } from "./ServicePage";

const NAMES = SERVICES.map(({ name }) => name);

/** The services, one at a time. */
export function Confirm() {
  const [params, go] = useAddress();
  const at = Math.max(
    0,
    SERVICES.findIndex(({ id }) => id === params.get("service")),
  );
  const show = (index: number) => go({ service: index === 0 ? null : SERVICES[index]!.id });
  useActions([
    { id: "nextService", run: () => show((at + 1) % SERVICES.length) },
    ...SERVICES.map(({ id, name }, index) => ({
      id: `service ${id}`,
      label: `Confirm: ${name}`,
      run: () => show(index),
    })),
  ]);
  const { id, about } = SERVICES[at]!;
  return (
    <TabGroup
      selectedIndex={at}
      onChange={show}
      className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]"
    >
      <div className="flex items-center border-b border-line bg-panel px-4">
        <h1 className="sr-only">Confirm</h1>
        <TabBar names={NAMES} />
        <p className="min-w-0 flex-1 truncate pl-4 text-right text-soft max-lg:hidden" title={about}>
          {about}
        </p>
      </div>
      <ServicePage key={id} service={id} />
    </TabGroup>
  );
}
