import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { besideEachOther } from './lib/beside.mjs';

const folder = mkdtempSync(join(tmpdir(), 'beside-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

// Twenty times: `npm run faults -- --only beside`.
it('two private databases begin, work and end beside each other without one failed query', async () => {
  const { queries, failed } = await besideEachOther(folder, 2);
  expect(failed).toEqual([]);
  expect(queries).toBeGreaterThan(6);
}, 120_000);
