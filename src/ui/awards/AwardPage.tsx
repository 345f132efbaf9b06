"use client";

import { TabGroup } from "@headlessui/react";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { TabBar } from "../kit/TabBar";
import { useAddress } from "../kit/useAddress";
import { useLogbook } from "../shell/logbook";
import { AwardMap } from "./AwardMap";
import { CountedWith } from "./CountedWith";
import { FollowTick } from "./FollowTick";
import { MissingView } from "./MissingView";
import { TableView } from "./TableView";
import { type AwardState, useFollow } from "./useAwards";
import { YearsView } from "./YearsView";

const VIEWS = [
  { id: "table", name: "Table", View: TableView },
  { id: "missing", name: "Missing", View: MissingView },
  { id: "map", name: "Map", View: AwardMap },
  { id: "years", name: "Years", View: YearsView },
] as const;
const NAMES = VIEWS.map(({ name }) => name);

interface AwardPageProps {
  state: AwardState;
  onLeave: () => void;
  onVariant: () => void;
  onChange: () => void;
}

/** One award: how far it is, and its views. */
export function AwardPage({ state, onLeave, onVariant, onChange }: AwardPageProps) {
  const [params, go] = useAddress();
  const { logbook } = useLogbook();
  const follow = useFollow(logbook.id);
  const { of, worked, confirmed, claimed, granted, isCounted, rules } = state;
  const at = Math.max(
    0,
    VIEWS.findIndex(({ id }) => id === params.get("view")),
  );
  const show = (index: number) => go({ view: index === 0 ? null : VIEWS[index]!.id });
  useActions([
    { id: "allAwards", run: onLeave },
    { id: "awardView", run: () => show((at + 1) % VIEWS.length) },
    { id: "follow", run: () => void follow(state) },
    { id: "newAward", run: onVariant },
    ...(rules === null ? [] : [{ id: "changeAward", run: onChange }]),
  ]);
  const { View } = VIEWS[at]!;
  return (
    <TabGroup selectedIndex={at} onChange={show} className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-panel px-4">
        <Button small look="quiet" onClick={onLeave}>
          All awards
        </Button>
        <div className="grid max-w-64">
          <h1 className="text-title font-semibold">{of.name}</h1>
          <CountedWith />
        </div>
        <p className="flex items-center gap-4">
          <span>
            <Mark kind="hold" /> <b className="font-semibold">{count(worked)}</b> worked
          </span>
          <span>
            <Mark kind="safe" /> <b className="font-semibold">{count(confirmed)}</b> confirmed
          </span>
          {claimed > 0 && (
            <span>
              <Mark kind="claimed" /> <b className="font-semibold">{count(claimed)}</b> claimed
            </span>
          )}
          {granted > 0 && (
            <span>
              <Mark kind="granted" /> <b className="font-semibold">{count(granted)}</b> granted
            </span>
          )}
          {!isCounted && <span className="text-soft">not all contacts are counted yet</span>}
        </p>
        <FollowTick state={state} label="Follow" />
        <span className="flex-1" />
        <TabBar names={NAMES} />
        <span className="flex gap-2">
          {rules !== null && (
            <Button small onClick={onChange}>
              Change
            </Button>
          )}
          <Button small onClick={onVariant}>
            Variant
          </Button>
        </span>
      </header>
      <View key={of.version} award={of} />
    </TabGroup>
  );
}
