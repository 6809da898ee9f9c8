import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = process.cwd();
const rooms = ['core', 'db', 'desk', 'app', 'components', 'outbox', 'workers', 'demo', 'standins'];

type Cruise = {
  modules: { source: string }[];
  summary: { violations: { rule: { name: string }; from: string }[]; totalCruised: number };
};

/** Runs the house's own import rules over a folder. */
function cruise(folder: string): Cruise {
  const there = rooms.filter((room) => existsSync(join(folder, room)));
  const args = [
    join(root, 'node_modules', 'dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
    '--config',
    join(root, '.dependency-cruiser.cjs'),
    '--output-type',
    'json',
    ...there,
  ];
  try {
    return JSON.parse(execFileSync(process.execPath, args, { cwd: folder, maxBuffer: 64e6 }).toString()) as Cruise;
  } catch (error) {
    return JSON.parse((error as { stdout: Buffer }).stdout.toString()) as Cruise;
  }
}

/** Names of the rules that a small tree of files breaks. */
function broken(files: Record<string, string>): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'rooms-'));
  try {
    for (const [name, text] of Object.entries({
      'tsconfig.json': '{"compilerOptions":{"moduleResolution":"bundler","module":"esnext","paths":{"@/*":["./*"]}}}',
      ...files,
    })) {
      mkdirSync(dirname(join(folder, name)), { recursive: true });
      writeFileSync(join(folder, name), text);
    }
    return cruise(folder).summary.violations.map(({ rule }) => rule.name);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

describe('import directions between rooms', { timeout: 60_000 }, () => {
  it('hold, and the modules were really looked at', () => {
    const { modules, summary } = cruise(root);
    expect(summary.violations).toEqual([]);
    for (const room of rooms.filter((each) => existsSync(join(root, each))))
      expect(modules.filter(({ source }) => source.startsWith(`${room}/`)).length, room).toBeGreaterThan(0);
    expect(modules.length).toBeGreaterThan(100);
  });

  it('are broken by a bad value import', () => {
    expect(
      broken({
        'core/sum.ts': "import { rows } from '@/db/rows';\nexport const sum = rows.length;",
        'db/rows.ts': 'export const rows = [1];',
      }),
    ).toContain('core-may-not-import-room');
  });

  it('are broken by a bad type import', () => {
    expect(
      broken({
        'components/list.ts': "import type { Row } from '@/desk/row';\nexport const row: Row = { id: 1 };",
        'desk/row.ts': 'export type Row = { id: number };',
      }),
    ).toContain('components-may-not-import-room');
  });

  it('keep Node and other packages out of the core', () => {
    expect(
      broken({ 'core/file.ts': "import { readFileSync } from 'node:fs';\nexport const read = readFileSync;" }),
    ).toContain('core-may-not-use-node');
    expect(
      broken({
        'core/page.ts': "import 'react';",
        'node_modules/react/index.js': '',
        'node_modules/react/package.json': '{"name":"react","main":"index.js"}',
      }),
    ).toContain('core-may-not-import-package');
  });

  it('allow what they should', () => {
    expect(
      broken({
        'desk/use.ts': "import { one } from '@/core/one';\nexport const two = one + one;",
        'core/one.ts': 'export const one = 1;',
      }),
    ).toEqual([]);
  });
});
