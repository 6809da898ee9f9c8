import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { entryKinds, kindsOfTheBook, versionsOf } from '@/core/entry/kinds';
import { isOwn } from '@/core/own';
import { methods } from '@/core/methods';
import { description } from './description';

const paths = description.paths as Record<string, Record<string, { responses: object }>>;
const id = '01ARZ3NDEKTSV4RRFFQ69G5FAV';

describe('the description of the interface', () => {
  it('has every handler, and no other', () => {
    const handlers = readdirSync('app/api', { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('route.ts'))
      .flatMap((file) => {
        const path = `/api/${dirname(file)}`.replace(/\[(\w+)\]/g, '{$1}');
        const source = readFileSync(join('app/api', file), 'utf8');
        const verbs = [...source.matchAll(/export (?:async function|const|function) (GET|POST|PUT|PATCH|DELETE)\b/g)];
        const names = path === '/api/methods/{id}' ? methods.map((method) => `/api/methods/${method.id}`) : [path];
        return names.flatMap((name) => verbs.map(([, verb]) => `${verb!} ${name}`));
      });
    const described = Object.entries(paths).flatMap(([path, verbs]) =>
      Object.keys(verbs).map((verb) => `${verb.toUpperCase()} ${path}`),
    );
    expect(described.sort()).toEqual(handlers.sort());
    expect(handlers.length).toBeGreaterThan(30);
  });

  it('refers to nothing that it does not hold', () => {
    const text = JSON.stringify(description);
    for (const [, kind, name] of text.matchAll(/"#\/components\/(\w+)\/([^"]+)"/g))
      expect(description.components[kind as 'schemas' | 'responses'], `${kind}/${name}`).toHaveProperty([name!]);
  });

  it('has a schema of every kind of entry in every version, which takes good ones and no others', () => {
    const { schemas } = description.components as { schemas: Record<string, object> };
    for (const kind of entryKinds)
      for (const version of versionsOf(kind))
        expect([kind, isOwn(schemas, `entry-${kind}-${version}`)]).toEqual([kind, !kindsOfTheBook.includes(kind)]);
    const grease = z.fromJSONSchema(schemas['entry-grease-1'] as never);
    const entry = {
      id,
      kind: 'grease',
      kindVersion: 1,
      body: { lubricantId: id, massG: 20 },
      happenedAt: '2026-03-01T06:00:00Z',
      offsetMinutes: 60,
      personId: id,
      deviceId: 'gateway',
      machineId: id,
    };
    expect(grease.safeParse(entry).success).toBe(true);
    for (const change of [
      { kind: 'check' },
      { kindVersion: 2 },
      { body: { lubricantId: id, massG: -1 } },
      { body: { massG: 20 } },
      { personId: 'Anna' },
      { happenedAt: undefined },
      { more: true },
    ])
      expect([change, grease.safeParse({ ...entry, ...change }).success]).toEqual([change, false]);
  });
});
