"use client";

import { useState } from "react";
import type { AwardRulesInput } from "@/core/award";
import { useAddress } from "../kit/useAddress";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { AwardList } from "./AwardList";
import { AwardPage } from "./AwardPage";
import { AwardRulesWindow } from "./AwardRulesWindow";
import { RecordsPage } from "./RecordsPage";
import { ClaimsPage } from "./ClaimsPage";
import { TieOutPage } from "./TieOutPage";
import { newRules, variantOf } from "./rulesBegun";
import { useAwards } from "./useAwards";

const RECORDS = "records";
const CLAIMS = "claims";
const TIE_OUT = "tieOut";

/** All awards with how far each is, any of them by itself, and the records of the log. */
export function AwardsPage() {
  const [params, go] = useAddress();
  const { logbook } = useLogbook();
  const { awards, error, refetch } = useAwards(logbook.id);
  const [edited, setEdited] = useState<AwardRulesInput | null>(null);
  const at = params.get("award");
  const open = awards?.find(({ award }) => award === at);
  const leave = () => go({ award: null, view: null });
  const page = at === null ? params.get("view") : null;
  if (page === RECORDS) return <RecordsPage onLeave={leave} />;
  if ((at !== null || page !== null) && awards === undefined)
    return error === null ? (
      <div className="p-8 text-soft">
        <h1 className="sr-only">Awards</h1>
        Loading
      </div>
    ) : (
      <LoadFailure text={error.message} onRetry={() => void refetch()} />
    );
  if (page === CLAIMS && awards !== undefined)
    return <ClaimsPage awards={awards} onLeave={leave} onTieOut={() => go({ view: TIE_OUT })} />;
  if (page === TIE_OUT && awards !== undefined)
    return <TieOutPage awards={awards} onLeave={leave} onClaims={() => go({ view: CLAIMS })} />;
  return (
    <>
      {open === undefined ? (
        <AwardList
          onOpen={(award) => go({ award })}
          onNew={() => setEdited(newRules(awards ?? []))}
          onRecords={() => go({ view: RECORDS })}
          onClaims={() => go({ view: CLAIMS })}
          onTieOut={() => go({ view: TIE_OUT })}
        />
      ) : (
        <AwardPage
          key={open.award}
          state={open}
          onLeave={leave}
          onVariant={() => setEdited(variantOf(open, awards ?? []))}
          onChange={() => setEdited(open.rules)}
        />
      )}
      {edited !== null && (
        <AwardRulesWindow
          start={edited}
          awards={awards ?? []}
          onClose={() => setEdited(null)}
          onKept={(award) => {
            setEdited(null);
            go({ award, view: null });
          }}
          onRemoved={() => {
            setEdited(null);
            leave();
          }}
        />
      )}
    </>
  );
}
