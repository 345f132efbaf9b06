"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { serviceById, type ServiceId } from "@/core/confirm";
import type { Identity } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { isUnsaved } from "@/core/identity";
import { useActions } from "../../kit/actions";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { many } from "../../kit/format";
import { LoadFailure } from "../../kit/LoadFailure";
import { useNow } from "../../kit/useNow";
import { useLogbook } from "../../shell/logbook";
import { type Asked, AskWindow } from "./AskWindow";
import { LoadWindow } from "./fileWindows";
import { IdentityDetail } from "./IdentityDetail";
import { IdentityList, signsOf } from "./IdentityList";
import { OpenWindow, PassphraseWindow } from "./PassphraseWindow";
import { useCoverage, useIdentities } from "./useIdentities";

/** What signs for us at a service: each identity with how far it got, and the contacts that none signs. */
export function IdentitiesPage({ service }: { service: ServiceId }) {
  const { logbook } = useLogbook();
  const logbookId = logbook.id;
  const now = useNow();
  const { data: known, error: fault, refetch } = useIdentities(logbookId, service);
  const { data: covered, error: uncountable, refetch: recount } = useCoverage(logbookId, service);
  const error = fault ?? uncountable;
  const [chosen, setChosen] = useState<number | null>(null);
  /** What is asked for; "new" as the log proposes it, once that is known. */
  const [asking, setAsking] = useState<Asked | "new" | null>(null);
  const [window, setWindow] = useState<"load" | "passphrase" | "open" | null>(null);
  const close = useMutation({
    mutationFn: () => ask(endpoints.closeKeys),
    onError: (problem) => toast.error(problem.message),
  });
  const { name } = serviceById(service);
  const askNew = () => setAsking("new");
  useActions([
    { id: "askIdentity", label: "Ask for an identity", run: askNew },
    { id: "loadIdentity", label: "Load an identity from a file", run: () => setWindow("load") },
    { id: "passphrase", label: "Passphrase of the keys", run: () => setWindow("passphrase") },
  ]);
  const retry = () => {
    void refetch();
    void recount();
  };
  if (error !== null && (known === undefined || covered === undefined))
    return <LoadFailure text={error.message} onRetry={retry} />;
  const { identities = [], passphrase = "none" } = known ?? {};
  const { signs = [], uncovered = [] } = covered ?? {};
  const total = (counts: readonly { count: number }[]) => counts.reduce((sum, { count }) => sum + count, 0);
  const identity = identities.find(({ id }) => id === chosen) ?? identities[0];
  const taken = (made: Identity, text: string) => {
    setChosen(made.id);
    toast.success(text);
  };
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)] max-lg:overflow-auto">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-panel px-4 py-2.5">
        <p className="min-w-0 flex-1 text-soft">
          {known === undefined || covered === undefined || now === null ? (
            "Loading"
          ) : (
            <>
              {many(total(signs), "contact")} of this log can be signed
              {uncovered.length > 0 && `, ${many(total(uncovered), "contact")} cannot`}
              {passphrase === "closed" && (
                <span role="status" className="ml-2 text-stop">
                  The keys are closed: nothing is signed until they are opened.
                </span>
              )}
              <Unsaved identities={identities} now={now} />
            </>
          )}
        </p>
        {passphrase === "closed" && (
          <Button look="act" onClick={() => setWindow("open")}>
            Open the keys
          </Button>
        )}
        {passphrase === "open" && <Button onClick={() => close.mutate()}>Close the keys</Button>}
        <Button look={passphrase === "closed" ? "plain" : "act"} onClick={askNew}>
          Ask for an identity
        </Button>
        <Button onClick={() => setWindow("load")}>Load from a file</Button>
        <Button look="quiet" onClick={() => setWindow("passphrase")}>
          Passphrase
        </Button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] max-lg:grid-cols-1">
        <section
          aria-label="Identities"
          tabIndex={0}
          className="grid min-h-0 content-start gap-4 overflow-auto border-r border-line p-4"
        >
          {known !== undefined && now !== null && (
            <IdentityList
              identities={identities}
              covered={covered}
              now={now}
              chosen={identity?.id ?? null}
              onChoose={setChosen}
              onAsk={setAsking}
            />
          )}
        </section>
        <section aria-label="Chosen identity" tabIndex={0} className="min-h-0 overflow-auto p-4">
          {known !== undefined && now !== null && identity === undefined && (
            <div className="grid max-w-prose gap-2 text-soft">
              <h2 className="heading">How it goes</h2>
              <p>
                {name} takes a contact only when an identity of its call has signed it. You ask for one here: a key is
                made, and a request with your name and call.
              </p>
              <p>
                The request is handed in to {name}, which asks two operators whether they know you. That takes them
                hours or days; whoever declines, or does not answer, is replaced by another.
              </p>
              <p>Then the certificate comes by itself, and from then on what you send is signed.</p>
            </div>
          )}
          {now !== null && identity !== undefined && (
            <IdentityDetail
              key={identity.id}
              logbookId={logbookId}
              identity={identity}
              now={now}
              signs={signsOf(covered, identity.id)}
              onAsk={setAsking}
              onRemoved={() => setChosen(null)}
            />
          )}
        </section>
      </div>
      {asking !== null && known !== undefined && covered !== undefined && (
        <AskWindow
          logbookId={logbookId}
          service={service}
          identities={identities}
          calls={covered.calls}
          start={asking === "new" ? proposal(covered.calls, identities) : asking}
          onAsked={(made) => {
            setAsking(null);
            taken(made, `The request for ${made.call} is made: hand it in next.`);
          }}
          onClose={() => setAsking(null)}
        />
      )}
      {window === "load" && (
        <LoadWindow
          logbookId={logbookId}
          service={service}
          onLoaded={(made) => {
            setWindow(null);
            taken(made, `The identity of ${made.call} is loaded.`);
          }}
          onClose={() => setWindow(null)}
        />
      )}
      {window === "passphrase" && <PassphraseWindow state={passphrase} onClose={() => setWindow(null)} />}
      {window === "open" && <OpenWindow onClose={() => setWindow(null)} />}
    </div>
  );
}

/** That the keys of identities in use lie nowhere but here. */
function Unsaved({ identities, now }: { identities: readonly Identity[]; now: string }) {
  const unsaved = identities.filter((one) => isUnsaved(one, now));
  if (unsaved.length === 0) return null;
  return (
    <span className="ml-2 text-ink">
      Not saved to a file: {unsaved.map(({ call }) => call).join(", ")}. A key that is lost cannot be had again.
    </span>
  );
}

/** The call of the log with the most contacts that was not asked for. */
function proposal(
  calls: readonly { call: string; from: string }[],
  identities: readonly Pick<Identity, "call">[],
): Asked {
  const next = calls.find(({ call }) => !identities.some((one) => one.call === call));
  return { call: next?.call ?? "", from: next?.from ?? "", to: null };
}
