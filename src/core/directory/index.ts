export { completed, EMPTY_LISTING, isComplete, type Listing, listingSchema, together } from "./listing";
