import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3'],
  distDir: process.env.ISOTRIP_BUILD ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // The project's own check runs the type checker; the build need not do it twice.
  typescript: { ignoreBuildErrors: true },
  outputFileTracingRoot: import.meta.dirname,
  turbopack: { root: import.meta.dirname },
};

export default config;
