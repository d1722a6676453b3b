import { closeDatabase } from '../../server/platform/database';
import { largeCourse } from './browser';
import { checks } from './checks';
import { awards, longLists, queries, search } from './crowded';
import { certificates, farDates, gradeSheets, gradeSums, largeOutline, lessonStates } from './engines';
import { rowsOver } from './figures';
import { marking } from './marking';
import { largeLibrary, largeUpload, pageWeights, stops } from './media';
import { outbox } from './messages';
import { answers, crowd, firstScripts } from './pages';
import { previews } from './previews';
import { boards, nextMoments } from './release';
import { figures, saves } from './sittings';

/** What can be measured, by name, in an order in which nothing gets in the way of what comes after it. */
const measures: { readonly [name: string]: () => Promise<void> } = {
  'lesson-states': lessonStates,
  'far-dates': farDates,
  'next-moments': nextMoments,
  boards,
  'grade-sheets': gradeSheets,
  'grade-sums': gradeSums,
  certificates,
  'large-outline': largeOutline,
  answers,
  crowd,
  scripts: firstScripts,
  browser: largeCourse,
  stops,
  'page-weights': pageWeights,
  library: largeLibrary,
  upload: largeUpload,
  outbox,
  'quiz-figures': figures,
  saves,
  marking,
  awards,
  checks,
  'long-lists': longLists,
  previews,
  queries,
  search,
};

const [wanted = '', strict] = process.argv.slice(2);
const chosen = Object.entries(measures).filter(([name]) => name.startsWith(wanted));
if (chosen.length === 0) {
  console.error(`There is nothing to measure named "${wanted}". There are: ${Object.keys(measures).join(', ')}.`);
  process.exitCode = 2;
}
for (const [name, measure] of chosen) {
  console.log(`\n${name}`);
  await measure();
}
await closeDatabase();
if (rowsOver() > 0) console.log(`\n${rowsOver()} ${rowsOver() === 1 ? 'row is' : 'rows are'} over the bound.`);
if (strict === 'strict' && rowsOver() > 0) process.exitCode = 1;
