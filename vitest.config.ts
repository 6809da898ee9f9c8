import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('.', import.meta.url)) };

// One after another in the same process: files that keep nothing to themselves need not load everything anew.
const isolate = false;

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'core',
          isolate,
          // A busy machine is no reason to fail.
          testTimeout: 60_000,
          include: [
            'core/**/*.test.ts',
            'door/**/*.test.ts',
            'components/**/*.test.ts',
            'outbox/**/*.test.ts',
            'scripts/**/*.test.ts',
            'standins/**/*.test.ts',
          ],
        },
      },
      // Parts of screens in a simulated page; what a user does with whole pages is in e2e/, in a real browser.
      {
        resolve: { alias },
        test: {
          name: 'screen',
          environment: 'jsdom',
          include: ['components/**/*.test.tsx', 'app/**/*.test.tsx'],
          setupFiles: './components/testing-setup.ts',
          testTimeout: 60_000,
        },
      },
      // These share one real MariaDB (TEST_DATABASE_URL); each file makes a database of its own inside it.
      {
        resolve: { alias },
        test: {
          name: 'desk',
          isolate,
          globalSetup: './scripts/lib/vitest-database.ts',
          include: ['db/**/*.test.ts', 'desk/**/*.test.ts', 'demo/**/*.test.ts', 'app/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
