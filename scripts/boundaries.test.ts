import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = process.cwd();
const { forbidden } = createRequire(import.meta.url)(join(root, '.dependency-cruiser.cjs')) as {
  forbidden: { name: string; from: { path?: string } }[];
};
/** The folders of a room from the lowest floor to the highest, as the rules have them. */
const floorsOf = (room: string) =>
  forbidden
    .filter(({ name }) => name === `${room}-imports-only-downwards`)
    .flatMap(({ from }) => new RegExp(`^\\^${room}/(\\w+)/$`).exec(from.path ?? '')?.[1] ?? []);
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
const broken = (files: Record<string, string>): string[] => breaches(files).map(({ rule }) => rule.name);

function breaches(files: Record<string, string>): Cruise['summary']['violations'] {
  const folder = mkdtempSync(join(tmpdir(), 'rooms-'));
  try {
    for (const [name, text] of Object.entries({
      'tsconfig.json': '{"compilerOptions":{"moduleResolution":"bundler","module":"esnext","paths":{"@/*":["./*"]}}}',
      ...files,
    })) {
      mkdirSync(dirname(join(folder, name)), { recursive: true });
      writeFileSync(join(folder, name), text);
    }
    return cruise(folder).summary.violations;
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

  it.each(['core', 'desk'])('hold the order of floors in %s', (room) => {
    const order = floorsOf(room);
    expect(order.length).toBeGreaterThan(10);
    // Every floor reaches up to each one above it, by value or by type, and the ground to the lowest.
    const files: Record<string, string> = { [`${room}/ground.ts`]: `import '@/${room}/${order[0]}/own';` };
    const wrong = [`${room}/ground.ts`];
    for (const [index, folder] of order.entries()) {
      files[`${room}/${folder}/own.ts`] = `export type Own = 1;\nexport const own = '${folder}';`;
      for (const [above, other] of order.slice(index + 1).entries()) {
        const name = `${room}/${folder}/to-${other}.ts`;
        files[name] =
          above % 2
            ? `import type { Own } from '@/${room}/${other}/own';\nexport const one: Own = 1;`
            : `import { own } from '../${other}/own';\nexport const two = own;`;
        wrong.push(name);
      }
      // What stands below may be used.
      files[`${room}/${folder}/down.ts`] = order
        .slice(0, index)
        .map((other) => `import '../${other}/own';`)
        .join('\n');
    }
    files[`${room}/somewhere/new.ts`] = `import '../${order[0]}/own';`;
    const found = breaches(files);
    expect(
      found
        .filter(({ rule }) => rule.name === `${room}-imports-only-downwards`)
        .map(({ from }) => from)
        .sort(),
    ).toEqual(wrong.sort());
    expect(found.map(({ rule }) => rule.name)).toContain(`${room}-has-no-such-floor`);
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
