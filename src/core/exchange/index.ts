export {
  type Branch,
  countOf,
  outlineOf,
  type ReadLesson,
  type ReadOutline,
  type ReadSection,
  readLesson,
} from './branches';
export {
  type BulkFault,
  type BulkPlan,
  cellsOf,
  coursesByName,
  type Mapping,
  mappingByName,
  planBlock,
  planFile,
  planValue,
  type RowKey,
} from './bulk';
export { type CourseEdit, editsOf, type SectionName } from './bulk-edits';
export {
  type CatalogueColumn,
  type CatalogueRow,
  type CatalogueTable,
  type Cell,
  catalogueColumns,
  cellFrom,
  cellText,
  choicesOf,
  columnOf,
  usualColumns,
} from './columns';
export { draftsOf } from './drafts';
export {
  type Condition,
  type Filter,
  holdsBack,
  matches,
  needsWords,
  noFilter,
  type Operator,
  operatorNames,
  operators,
  operatorsFor,
  sorted,
  wholeFilter,
} from './filter';
export { readLines } from './lines';
export { readMarkdown } from './markdown';
export { mostShown, type PlanShown, planShown } from './plan-shown';
export { type ReadItem, readQtiItem } from './qti/read';
export { type ShownFile, withShown } from './qti/shown';
export { type QtiDraw, type QtiFile, type QtiItem, type QtiPackage, type QtiTest, qtiPackage } from './qti/write';
export { readXml } from './qti/xml-read';
export {
  questionColumns,
  questionRows,
  questionsFromRows,
  type ReadRows,
  type TableQuestion,
} from './question-table';
export { guarded, outlineColumns, type RowFault, readTable } from './table';
export { writeLines, writeMarkdown, writeOpml, writeTable } from './write';
