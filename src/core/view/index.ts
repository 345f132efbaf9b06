export { columnById, columnText, LOG_COLUMNS, USUAL_COLUMNS } from "./columns";
export type { ColumnKind, LogColumn } from "./columns";
export {
  COMPARISONS,
  comparisonsFor,
  conditionCount,
  conditionFault,
  conditionText,
  EMPTY_FILTER,
  FILTER_FIELDS,
  filterFieldById,
  filterSchema,
  filterText,
  isGroup,
  numberOf,
  parseFilter,
  SHIPPED_FILTERS,
} from "./filter";
export type { Comparison, Condition, FilterField, FilterGroup } from "./filter";
export { searchTextOf, searchWords } from "./searchText";
export { NEWEST_FIRST, sortSchema, sortText } from "./sort";
export type { Sort } from "./sort";
export { goneFrom, layoutSchema, USUAL_LAYOUT } from "./view";
export type { Layout, ViewColumn } from "./view";
export { csvHeader, csvRecord, csvText } from "./csv";
