import type { NextConfig } from 'next';

/** What browsers are told with every answer; the policy for scripts goes with each page, in `proxy.ts`. */
const headers = Object.entries({
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=(), payment=(), usb=()',
  'X-Frame-Options': 'DENY',
  'Cross-Origin-Opener-Policy': 'same-origin',
}).map(([key, value]) => ({ key, value }));

const config: NextConfig = {
  // `npm test` builds beside a running demo, so its output goes elsewhere.
  distDir: process.env.NEXT_DIST_DIR ?? '.next',
  // `npm test` checks the types of everything, tests and scripts included; a build need not do it once more.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['sequelize', 'mariadb'],
  poweredByHeader: false,
  images: { unoptimized: true },
  // An import of two million signs (`core/limits.ts`), each of up to three bytes.
  experimental: { serverActions: { bodySizeLimit: '7mb' } },
  headers: async () => [{ source: '/:path*', headers }],
};

export default config;
