/** Room for what a transaction's records leave behind, so that it is swept seldom and little of it is copied. */
export const WORKER_LIMITS = { maxYoungGenerationSizeMb: 48 };
