import { parseArgs } from 'node:util';
import { Stop, say } from './say.mjs';

const usage = `mosaik start   start everything and print the address
  --port N      web port (3000, or the next free one)
  --data DIR    where database, files and logs are kept (./data)
  --empty       begin without the sample school; the first visitor becomes owner
  --fresh       throw the data folder away first
  --dev         with the development server instead of a build
mosaik test    install what tests need and run all of them
  PATH        only these: e2e/NAME.spec.ts, or a path below src/
mosaik check   the quick part: types, lint, layers, unit tests
mosaik bench   measure, and print the figures beside what they are compared with
  NAME        only the rows whose name begins so
  --strict    end with an error when a row is over its bound
mosaik doctor  look after a data folder on which nothing runs
  --rebuild-progress  work out anew how far everybody is, from the records
mosaik shots   make the pictures in docs/screenshots again`;

const commands = {
  start: () => import('./start.mjs').then((m) => m.start),
  test: () => import('./test.mjs').then((m) => m.test),
  check: () => import('./test.mjs').then((m) => m.check),
  bench: () => import('./bench.mjs').then((m) => m.bench),
  doctor: () => import('./doctor.mjs').then((m) => m.doctor),
  shots: () => import('./shots.mjs').then((m) => m.shots),
};

function parse(argv) {
  try {
    return parseArgs({
      args: argv,
      allowPositionals: true,
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        empty: { type: 'boolean', default: false },
        fresh: { type: 'boolean', default: false },
        dev: { type: 'boolean', default: false },
        strict: { type: 'boolean', default: false },
        'rebuild-progress': { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
  } catch (error) {
    throw new Stop(`${error.message}\n\n${usage}`);
  }
}

async function main() {
  // What is written is for whoever runs this, and nobody else on the machine.
  process.umask(0o077);
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9)) {
    throw new Stop(`Mosaik needs Node.js 20.9 or newer; this is ${process.versions.node}.`);
  }
  const { values, positionals } = parse(process.argv.slice(2));
  const [name, ...rest] = positionals;
  if (values.help || name === undefined || name === 'help') return say(usage);
  const load = Object.hasOwn(commands, name) ? commands[name] : undefined;
  if (!load) throw new Stop(`There is no command "${name}".\n\n${usage}`);
  const run = await load();
  process.exitCode = (await run(values, rest)) ?? 0;
}

main().catch((error) => {
  console.error(error instanceof Stop ? error.message : error);
  process.exit(1);
});
