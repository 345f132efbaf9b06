export { type Claims, claimsOf, claimsSchema } from "./claims";
export {
  type Coverage,
  coverageOf,
  type DayCount,
  findSigners,
  IDENTITY_WORDS,
  type IdentityFacts,
  identityState,
  isUnsaved,
  type IdentityState,
  type Signer,
  type Uncovered,
} from "./identity";
