"use client";

import { TabGroup } from "@headlessui/react";
import { useState } from "react";
import { serviceById, type ServiceId, SERVICES } from "@/core/confirm";
import { useActions } from "../kit/actions";
import { Choice } from "../kit/Choice";
import { TabBar } from "../kit/TabBar";
import { useAddress } from "../kit/useAddress";
import { AskedPage } from "./AskedPage";
import { IdentitiesPage } from "./identity/IdentitiesPage";
import { SIGNING } from "./identity/useIdentities";
import { InStepPage } from "./inStep/InStepPage";
import { ServicePage } from "./ServicePage";

const IDENTITIES = "identities";
const IN_STEP = "in-step";
const ASKED = "asked";
const IDENTITIES_ABOUT = "What signs your contacts, and which of them nothing signs yet.";

/** The pages: each service, and the identities where one takes only what is signed. */
const PAGES: readonly { readonly id: string; readonly name: string; readonly about: string }[] = [
  ...SERVICES,
  ...(SIGNING.length > 0 ? [{ id: IDENTITIES, name: "Identities", about: IDENTITIES_ABOUT }] : []),
  { id: IN_STEP, name: "In step", about: "Fetching, sending and bringing in one act, and what each service gained." },
  { id: ASKED, name: "Asked", about: "Whom you asked for a confirmation, and who has not given it." },
];
const NAMES = PAGES.map(({ name }) => name);

/** The services, one at a time, and what signs for us. */
export function Confirm() {
  const [params, go] = useAddress();
  const at = Math.max(
    0,
    PAGES.findIndex(({ id }) => id === params.get("service")),
  );
  const show = (index: number) => go({ service: index === 0 ? null : PAGES[index]!.id });
  useActions([
    { id: "nextService", run: () => show((at + 1) % PAGES.length) },
    ...PAGES.map(({ id, name }, index) => ({
      id: `service ${id}`,
      label: `Confirm: ${name}`,
      run: () => show(index),
    })),
  ]);
  const { id, about } = PAGES[at]!;
  const service = SERVICES.find((one) => one.id === id);
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
      {service !== undefined && <ServicePage key={id} service={service.id} />}
      {id === IDENTITIES && <Identities />}
      {id === IN_STEP && <InStepPage />}
      {id === ASKED && <AskedPage />}
    </TabGroup>
  );
}

/** The identities at each service that takes only what is signed; mostly it is one. */
function Identities() {
  const [service, setService] = useState<ServiceId>(SIGNING[0]!);
  return (
    <div className={`grid h-full min-h-0 ${SIGNING.length > 1 ? "grid-rows-[auto_minmax(0,1fr)]" : ""}`}>
      {SIGNING.length > 1 && (
        <Choice
          label="Identities at"
          value={service}
          wrapperClassName="px-4 py-2"
          onChange={({ target }) => setService(SIGNING.find((id) => id === target.value) ?? service)}
        >
          {SIGNING.map((id) => (
            <option key={id} value={id}>
              {serviceById(id).name}
            </option>
          ))}
        </Choice>
      )}
      <IdentitiesPage key={service} service={service} />
    </div>
  );
}
