/** The floors and columns of the house (docs/architecture.md), as rules. */
const domains = 'bank|outline|media|release|quiz|assignment|marking|gradebook|certificate|enrolment|live|calendar|message|record|people|learning|exchange|search|sharing';

/** Tests, and what several of them share. */
const forTests = '\\.test\\.tsx?$|/testing\\.ts$|/testing-edits\\.ts$|/testing/';

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    { name: 'core-is-at-the-bottom', severity: 'error', from: { path: '^src/core' }, to: { path: '^src/(server|ui|app|worker)' } },
    {
      name: 'core-knows-no-framework',
      severity: 'error',
      comment: 'Time, ids and randomness come in as arguments; no interface, database or Node.',
      from: { path: '^src/core', pathNot: forTests },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(yup|fast-xml-parser|temporal-polyfill|pure-rand|fractional-indexing|perfect-freehand|rrule|mdast-util-from-markdown|mdast-util-to-markdown|mdast-util-gfm-table|micromark-extension-gfm-table|@types/mdast|diff)/' },
    },
    { name: 'server-stands-on-core', severity: 'error', from: { path: '^src/server' }, to: { path: '^src/(ui|app|worker)' } },
    { name: 'ui-stands-on-core', severity: 'error', from: { path: '^src/ui' }, to: { path: '^src/(server|app|worker)' } },
    {
      name: 'core-columns-by-the-front-door',
      severity: 'error',
      from: { path: `^src/core/(${domains})/` },
      to: { path: `^src/core/(${domains})/`, pathNot: ['^src/core/$1/', '/index\\.ts$'] },
    },
    {
      name: 'server-columns-by-the-front-door',
      severity: 'error',
      comment: 'Tables may refer to tables; everything else goes through index.ts, or, for what a column remembers of an enrolment, through records.ts.',
      from: { path: `^src/server/(${domains})/`, pathNot: 'schema\\.ts$|\\.test\\.ts$' },
      to: { path: `^src/server/(${domains})/`, pathNot: ['^src/server/$1/', '/(index|records)\\.ts$'] },
    },
    {
      name: 'records-stand-on-their-tables',
      severity: 'error',
      comment: 'So that what puts a learner together can read them, and what learners do can ask that.',
      from: { path: '^src/server/[^/]+/records\\.ts$' },
      to: { path: '^src/server', pathNot: ['/schema\\.ts$', '^src/server/platform/'] },
    },
    {
      name: 'all-tables-at-once-for-migrations-only',
      severity: 'error',
      comment: 'The sample school, the bench and the tests fill tables as well.',
      from: { path: '^src/(app|ui|server|worker)', pathNot: ['\\.test\\.ts$', '^src/server/testing/', '^src/worker/bench/'] },
      to: { path: '^src/server/platform/schema\\.ts$' },
    },
    {
      name: 'from-above-by-the-front-door',
      severity: 'error',
      comment: 'What is for tests is used by tests alone, see below.',
      from: { path: '^(src/(app|ui|worker)|demo)' },
      to: { path: `^src/(core|server)/(${domains})/`, pathNot: ['/index\\.ts$', '^src/core/\\w+/testing(-edits)?\\.ts$'] },
    },
    {
      name: 'pages-read-through-doors',
      severity: 'error',
      comment: 'What a page or a route reads with, it is given by a door that has asked who wants it (src/app/_server).',
      from: { path: '^src/app/', pathNot: ['^src/app/_server/', forTests] },
      to: { path: '^src/server/platform/database' },
    },
    { name: 'only-tests-use-what-is-for-tests', severity: 'error', from: { pathNot: forTests }, to: { path: forTests } },
    { name: 'nothing-lies-about', severity: 'error', from: { orphan: true, path: '^src/(core|server|ui)', pathNot: '\\.test\\.ts$|\\.d\\.ts$|\\.css$' }, to: {} },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'], extensions: ['.ts', '.tsx', '.mjs', '.js', '.css', '.svg'] },
  },
};
