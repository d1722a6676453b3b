import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: [
    '@cantoo/pdf-lib',
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
