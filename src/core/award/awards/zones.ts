import { CQ_ZONES, ITU_ZONES, type Zone } from "../../reference/zones";
import { type Award, SHOWN_OR_SIGNED } from "./award";

function zones(facts: Pick<Award, "id" | "name" | "levels">, field: "cqZone" | "ituZone", all: readonly Zone[]): Award {
  return {
    ...facts,
    version: 1,
    one: "zone",
    many: "zones",
    proofs: SHOWN_OR_SIGNED,
    told: ["item"],
    itemsOf: ({ [field]: zone }) => (zone === null || zone < 1 || zone > all.length ? [] : [String(zone)]),
    universe: all.map(({ number }) => ({ item: String(number), name: `Zone ${number}`, note: "", deleted: false })),
    heldIn: { field, part: Number },
    placeOf: (item) => all[Number(item) - 1]?.point ?? null,
  };
}

export const cqZones = zones({ id: "cqZones", name: "CQ zones", levels: [20, 30, 40] }, "cqZone", CQ_ZONES);
export const ituZones = zones({ id: "ituZones", name: "ITU zones", levels: [30, 50, 70] }, "ituZone", ITU_ZONES);
