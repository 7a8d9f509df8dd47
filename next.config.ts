import type { NextConfig } from 'next';
import { MAX_JOB_BYTES } from './core/job/limits';

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3'],
  distDir: process.env.ISOTRIP_BUILD ?? '.next',
  poweredByHeader: false,
  // The door answers first, with its headers.
  skipTrailingSlashRedirect: true,
  reactStrictMode: true,
  images: { unoptimized: true },
  // Above our own limit: past this size the door would hand a body on cut short, without a word.
  experimental: { proxyClientMaxBodySize: MAX_JOB_BYTES + 500_000 },
  devIndicators: false,
  // The project's own check runs the type checker; the build need not do it twice.
  typescript: { ignoreBuildErrors: true },
  outputFileTracingRoot: import.meta.dirname,
  turbopack: { root: import.meta.dirname },
};

export default config;
