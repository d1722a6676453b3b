/** The floors and columns of the house (docs/architecture.md), as rules. */
const domains = 'outline|media|release|quiz|assignment|gradebook|certificate|enrolment|record|people|learning|exchange|search';

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
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(yup|temporal-polyfill|pure-rand|fractional-indexing|mdast-util-from-markdown)/' },
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
      comment: 'Tables may refer to tables; everything else goes through index.ts.',
      from: { path: `^src/server/(${domains})/`, pathNot: 'schema\\.ts$|\\.test\\.ts$' },
      to: { path: `^src/server/(${domains})/`, pathNot: ['^src/server/$1/', '/index\\.ts$'] },
    },
    {
      name: 'from-above-by-the-front-door',
      severity: 'error',
      from: { path: '^(src/(app|ui|worker)|demo)' },
      to: { path: `^src/(core|server)/(${domains})/`, pathNot: ['/index\\.ts$'] },
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
