export { ENRICH_WAYS, type EnrichedContact, type EnrichWay, type Proposal, proposalsFor } from "./enrich";
export { completed, EMPTY_LISTING, isComplete, type Listing, listingSchema, together } from "./listing";
export { ENRICHED, type Enriched } from "./misplaced";
