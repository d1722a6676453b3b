import { AsyncLocalStorage } from 'node:async_hooks';
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import next from 'next';
import { root } from './paths.mjs';
import { directProgram } from './programs.mjs';
import { staticsOf } from './statics.mjs';

/**
 * The web server: the framework's own handler, behind what has to be settled before it. Where a request comes
 * from is read off the connection; what a sender writes about that is believed only behind a proxy that the
 * configuration names.
 */
const { values } = parseArgs({
  options: {
    port: { type: 'string' },
    host: { type: 'string', default: '127.0.0.1' },
    dev: { type: 'boolean', default: false },
  },
});

const methods = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']);
const proxies = new Set(
  (process.env.MOSAIK_PROXIES ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean),
);
const plain = (address = '') => address.replace(/^::ffff:/, '');

/** The address of the sender: the connection's, or, behind proxies we trust, the last one that none of them has. */
export function senderOf(connection, forwarded, trusted = proxies) {
  const own = plain(connection);
  if (!trusted.has(own)) return own;
  const chain = String(forwarded ?? '')
    .split(',')
    .map((one) => plain(one.trim()))
    .filter(Boolean);
  return chain.findLast((one) => !trusted.has(one)) ?? own;
}

/**
 * What the framework answers with an empty 500: a request that it does not know, or a state of its router that is none.
 */
export function refusalOf(method, headers) {
  if (!methods.has(method)) return [405, 'Requests of this kind are not answered here.'];
  const state = headers['next-router-state-tree'];
  if (state === undefined) return null;
  try {
    return isTree(JSON.parse(decodeURIComponent(state)), 0)
      ? null
      : [400, 'This request is damaged. Load the page again.'];
  } catch {
    return [400, 'This request is damaged. Load the page again.'];
  }
}

function isTree(tree, depth) {
  if (depth > 40 || !Array.isArray(tree) || tree.length < 2) return false;
  const [segment, branches] = tree;
  const named =
    typeof segment === 'string' ||
    (Array.isArray(segment) && segment.length >= 3 && segment.slice(0, 3).every((part) => typeof part === 'string'));
  return (
    named &&
    typeof branches === 'object' &&
    branches !== null &&
    !Array.isArray(branches) &&
    Object.values(branches).every((one) => isTree(one, depth + 1))
  );
}

/** Who is spoken to in what answers a request: found out on the way, see src/server/platform/spoken-to.ts. */
const hearers = new AsyncLocalStorage();
globalThis.mosaikHearers = hearers;

async function serve() {
  const port = Number(values.port);
  const app = next({ dev: values.dev, dir: root, hostname: values.host, port });
  await app.prepare();
  // While it is worked on, the framework answers everything, so that a change is there at once.
  const { answerDirectly } = values.dev ? { answerDirectly: () => false } : await import(directProgram);
  const answerStatics = values.dev ? () => false : await staticsOf();
  const handle = app.getRequestHandler();
  const upgrade = app.getUpgradeHandler();
  const server = createServer((request, response) => {
    const sender = senderOf(request.socket.remoteAddress, request.headers['x-forwarded-for']);
    request.headers['x-mosaik-address'] = sender;
    request.headers['x-forwarded-for'] = sender;
    const refusal = refusalOf(request.method, request.headers);
    if (refusal) {
      response.writeHead(refusal[0], { 'content-type': 'text/plain; charset=utf-8' });
      return response.end(refusal[1]);
    }
    if (answerStatics(request, response)) return;
    hearers.run({ names: null }, () => answerDirectly(request, response) || handle(request, response));
  });
  // Longer than whoever asks keeps a connection for the next request: who uses one must not find it just closed.
  server.keepAliveTimeout = 65_000;
  server.headersTimeout = 66_000;
  server.on('upgrade', upgrade);
  // What asks for more than a server understands is told so in words.
  server.on(
    'clientError',
    (_error, socket) =>
      socket.writable && socket.end('HTTP/1.1 400 Bad Request\r\ncontent-length: 0\r\nconnection: close\r\n\r\n'),
  );
  server.listen(port, values.host);
  for (const signal of ['SIGTERM', 'SIGINT']) process.once(signal, () => stop(server));
  // Nothing may end the server that only keeps it from saying something.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});
}

/** No new work; what is being answered is answered, and connections that only wait are closed. */
function stop(server) {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}

/**
 * Several processes behind one port, so that every core answers. What they know of each other stands in the database;
 * one that dies is followed by another, and all of them end with this one.
 */
function lead(count) {
  let ending = false;
  const begin = (number) => {
    const log = process.env.MOSAIK_LOG_FILE;
    // Each keeps a file of its own, so that no two turn one over.
    const own = log && number > 1 ? { MOSAIK_LOG_FILE: log.replace(/(\.\w+)?$/, `-${number}$1`) } : {};
    const began = Date.now();
    cluster.fork(own).once('exit', () => {
      if (ending) return;
      // What cannot even begin is for whoever started this to hear of.
      if (Date.now() - began < 2000) process.exit(1);
      begin(number);
    });
  };
  for (let number = 1; number <= count; number += 1) begin(number);
  const end = () => {
    ending = true;
    for (const one of Object.values(cluster.workers)) one.process.kill('SIGTERM');
    const timer = setInterval(() => Object.keys(cluster.workers).length === 0 && process.exit(0), 20);
    setTimeout(() => process.exit(0), 6000).unref();
    timer.ref();
  };
  for (const signal of ['SIGTERM', 'SIGINT']) process.once(signal, end);
}

if (process.argv[1]?.endsWith('web.mjs')) {
  const count = values.dev ? 1 : Math.min(16, Math.max(1, Number(process.env.MOSAIK_WEB) || 1));
  if (count > 1 && cluster.isPrimary) lead(count);
  else await serve();
}
