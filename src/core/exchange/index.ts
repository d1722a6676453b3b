export { type Branch, countOf, outlineOf, type ReadLesson, type ReadOutline, type ReadSection, readLesson } from './branches';
export {
  type BulkFault,
  type BulkPlan,
  type CellChange,
  cellsOf,
  coursesByName,
  type Mapping,
  mappingByName,
  type NewLesson,
  planBlock,
  planFile,
  planValue,
  type RowKey,
} from './bulk';
export {
  type CatalogueColumn,
  type CatalogueRow,
  type CatalogueTable,
  type Cell,
  catalogueColumns,
  cellFrom,
  cellText,
  columnOf,
  usualColumns,
} from './columns';
export { draftsOf } from './drafts';
export { type Condition, type Filter, matches, needsWords, noFilter, type Operator, operatorNames, operators, operatorsFor, sorted } from './filter';
export { readLines } from './lines';
export { readMarkdown } from './markdown';
export { guarded, outlineColumns, type RowFault, readTable } from './table';
export { writeLines, writeMarkdown, writeOpml, writeTable } from './write';
