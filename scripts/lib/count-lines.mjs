// How much of the code is tests: non-blank lines of *.test.*, their helpers (testing.ts) and e2e/ over all tracked TypeScript and JavaScript.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './steps.mjs';

/** Pure data, left out of the count. */
const dataTables = [
  'demo/machines.ts',
  'demo/moorfeld.ts',
  'demo/plans.ts',
  'demo/store-room.ts',
  'core/bearing/boundary-dimensions.ts',
  'core/lubricant/din-51502.ts',
];

const isTest = (file) => /\.test\.[jt]sx?$|\/testing(-setup)?\.tsx?$/.test(file) || file.startsWith('e2e/');

/** @returns {Promise<string>} `27.4 % (2500 of 9100 lines)` */
export async function countLines(root) {
  const { output } = await run('git', ['ls-files', '-z', '*.ts', '*.tsx', '*.js', '*.mjs', '*.cjs', '*.mts'], {
    cwd: root,
  });
  let tests = 0;
  let all = 0;
  for (const file of output.split('\0').filter((name) => name && !dataTables.includes(name))) {
    const lines = readFileSync(join(root, file), 'utf8')
      .split('\n')
      .filter((text) => text.trim() !== '').length;
    all += lines;
    if (isTest(file)) tests += lines;
  }
  return `${((100 * tests) / all).toFixed(1)} %, ${tests} of ${all} lines`;
}
