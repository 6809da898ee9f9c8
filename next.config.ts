import type { NextConfig } from 'next';

const config: NextConfig = {
  // `npm test` builds beside a running demo, so its output goes elsewhere.
  distDir: process.env.NEXT_DIST_DIR ?? '.next',
  serverExternalPackages: ['sequelize', 'mariadb'],
  poweredByHeader: false,
};

export default config;
