import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';

/** No mail of ours comes near to this. */
const mostBytes = 5_000_000;

export type Arrived = { readonly recipients: readonly string[]; readonly source: string };

/**
 * The mail server that ships with Mosaik, for a school that has named none: it listens on loopback only, takes what
 * arrives and delivers it nowhere. What it took can be looked at inside Mosaik.
 */
export async function startStandInPost(keep: (mail: Arrived) => Promise<void>) {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: mostBytes,
    banner: 'Mosaik takes mail and delivers it nowhere',
    onData(stream, session, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.once('error', (error: Error) => done(error));
      stream.once('end', () => {
        if (stream.sizeExceeded)
          return done(Object.assign(new Error('This mail is too large.'), { responseCode: 552 }));
        keep({
          recipients: session.envelope.rcptTo.map(({ address }) => address),
          source: Buffer.concat(parts).toString('utf8'),
        }).then(
          () => done(),
          // It is not lost: whoever sends it tries again.
          () => done(Object.assign(new Error('This mail could not be kept.'), { responseCode: 451 })),
        );
      });
    },
  });
  server.on('error', () => {});
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(0, '127.0.0.1', resolve);
  });
  const { port } = server.server.address() as AddressInfo;
  return {
    address: `smtp://127.0.0.1:${port}`,
    stop: () => new Promise<void>((resolve) => server.close(() => resolve())),
  };
}
