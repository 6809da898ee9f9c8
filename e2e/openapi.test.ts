import { type APIResponse, expect, test } from '@playwright/test';
import { ulid } from 'ulid';
import { z } from 'zod';
import { openBook, signIn } from './book';

type Schema = Record<string, unknown>;
type Answer = { $ref?: string; content?: Record<string, { schema: Schema }> };
type Description = {
  openapi: string;
  paths: Record<string, Record<string, { parameters?: { name: string }[]; responses: Record<string, Answer> }>>;
  components: { schemas: Record<string, Schema>; responses: Record<string, Answer> };
};

test('the interface answers as its own description says', async ({ page, request }) => {
  const description = (await (await request.get('/api/openapi.json')).json()) as Description;
  expect(description.openapi).toBe('3.1.0');
  const called = new Set<string>();
  /** Holds an answer against what is described for its status. */
  const fits = async (path: string, verb: 'get' | 'post' | 'delete', response: APIResponse, status: number) => {
    const asked = `${verb} ${path}: ${response.status()}`;
    expect(asked).toBe(`${verb} ${path}: ${status}`);
    called.add(`${verb} ${path}`);
    const described = description.paths[path]![verb]!.responses[status]!;
    const answer = described.$ref ? description.components.responses[described.$ref.split('/').at(-1)!]! : described;
    if (status === 204 || status === 303) return;
    const type = response.headers()['content-type']!.split(';')[0]!;
    const schema = answer.content?.[type]?.schema;
    expect(schema, `${asked} as ${type}`).toBeDefined();
    if (!type.endsWith('json')) return;
    const name = typeof schema!.$ref === 'string' ? schema!.$ref.split('/').at(-1)! : undefined;
    const parsed = z
      .fromJSONSchema((name ? description.components.schemas[name] : schema) as never)
      .safeParse(await response.json());
    expect([asked, parsed.error?.issues ?? []]).toEqual([asked, []]);
  };

  const open = ['/api/methods', '/api/openapi.json'];
  const leadsOn = ['/api/session/directory', '/api/session/directory/callback'];
  for (const path of leadsOn) await fits(path, 'get', await request.get(path, { maxRedirects: 0 }), 303);
  const lists = Object.entries(description.paths).filter(
    ([path, { get }]) => get && !path.includes('{') && !leadsOn.includes(path),
  );
  for (const [path] of lists) await fits(path, 'get', await request.get(path), open.includes(path) ? 200 : 401);
  const session = (data: object) => request.post('/api/session', { data });
  await fits('/api/session', 'post', await session({}), 422);
  await fits('/api/session', 'post', await session({ initials: 'ZZ', password: 'nobody is this' }), 401);
  await fits('/api/session', 'post', await session({ initials: 'MS' }), 201);
  await fits('/api/session', 'delete', await request.delete('/api/session'), 204);
  const personId = await signIn(request);
  for (const [path] of lists) await fits(path, 'get', await request.get(path), 200);
  await fits('/api/due', 'get', await request.get('/api/due?limit=0'), 422);
  await fits('/api/calendar.ics', 'get', await request.get('/api/calendar.ics?route=NONE'), 404);

  const { meters } = (await (await request.get('/api/meters')).json()) as {
    meters: { id: string; last: { value: number } | null }[];
  };
  const { tasks } = (await (await request.get('/api/plan.json')).json()) as {
    tasks: { taskId: string; machineId: string; pointId: string }[];
  };
  const { id: meterId, last } = meters.find((each) => each.last)!;
  const readings = `/api/meters/${meterId}/readings`;
  const reading = { at: new Date().toISOString(), value: last!.value };
  await fits('/api/meters/{id}/readings', 'get', await request.get(readings), 200);
  await fits('/api/meters/{id}/readings', 'get', await request.get('/api/meters/none/readings'), 404);
  await fits('/api/meters/{id}/readings', 'post', await request.post(readings, { data: reading }), 201);
  await fits('/api/meters/{id}/readings', 'post', await request.post(readings, { data: { readings: [reading] } }), 200);
  await fits('/api/meters/{id}/readings', 'post', await request.post(readings, { data: { readings: [] } }), 422);

  const observation = {
    id: ulid(),
    at: new Date().toISOString(),
    pointId: tasks[0]!.pointId,
    values: [{ quantity: 'temperature', value: 41.5, unit: '°C', state: 'running-loaded' }],
    source: 'e2e',
  };
  const observe = (data: object) => request.post('/api/observations', { data });
  await fits('/api/observations', 'post', await observe(observation), 201);
  await fits('/api/observations', 'post', await observe(observation), 200);
  await fits('/api/observations', 'post', await observe({ ...observation, at: '2026-01-01T00:00:00Z' }), 409);
  await fits('/api/observations', 'post', await observe({ ...observation, values: [] }), 422);
  await fits('/api/observations', 'post', await observe({ ...observation, id: ulid(), pointId: ulid() }), 404);

  const note = {
    id: ulid(),
    kind: 'note',
    kindVersion: 1,
    body: { text: 'Written by its description.' },
    happenedAt: new Date().toISOString(),
    offsetMinutes: 60,
    personId: personId,
    deviceId: 'e2e',
    machineId: tasks[0]!.machineId,
  };
  await fits('/api/entries', 'post', await request.post('/api/entries', { data: note }), 201);
  await fits('/api/entries', 'post', await request.post('/api/entries', { data: note }), 200);
  await fits('/api/entries', 'post', await request.post('/api/entries', { data: { ...note, offsetMinutes: 0 } }), 409);
  await fits('/api/entries', 'post', await request.post('/api/entries', { data: { ...note, body: {} } }), 422);
  await fits(
    '/api/entries',
    'post',
    await request.post('/api/entries', { data: Buffer.from('{'), headers: { 'content-type': 'application/json' } }),
    400,
  );
  await fits(
    '/api/entries',
    'post',
    await request.post('/api/entries', { data: Buffer.from('{}'), headers: { 'content-type': 'text/plain' } }),
    415,
  );

  await openBook(page, '/routes');
  const route = (await page.getByRole('row').getByRole('link').first().getAttribute('href'))!.split('/').at(-1)!;
  const named = page.request;
  await fits('/api/shift', 'get', await named.get('/api/shift'), 200);
  await fits('/api/routes/{id}/walk', 'get', await named.get(`/api/routes/${route}/walk`), 200);
  await fits('/api/routes/{id}/walk', 'get', await named.get(`/api/routes/${ulid()}/walk`), 404);
  const round = {
    id: ulid(),
    routeId: route,
    personId: personId,
    startedAt: new Date().toISOString(),
    stops: [tasks[0]!.taskId],
  };
  await fits('/api/rounds', 'post', await request.post('/api/rounds', { data: round }), 201);
  await fits('/api/rounds', 'post', await request.post('/api/rounds', { data: round }), 200);
  await fits('/api/rounds', 'post', await request.post('/api/rounds', { data: { ...round, stops: [] } }), 422);
  await fits('/api/rounds/{id}', 'get', await request.get(`/api/rounds/${round.id}`), 200);
  await fits('/api/rounds/{id}', 'get', await request.get(`/api/rounds/${ulid()}`), 404);

  await fits(
    '/api/methods/viscosity.grade',
    'post',
    await request.post('/api/methods/viscosity.grade', { data: { kv40: 46 } }),
    200,
  );
  for (const path of Object.keys(description.paths).filter((each) => each.startsWith('/api/methods/')))
    await fits(path, 'post', await request.post(path, { data: { nothing: 'like it' } }), 422);

  const all = Object.entries(description.paths).flatMap(([path, verbs]) =>
    Object.keys(verbs).map((verb) => `${verb} ${path}`),
  );
  expect([...called].sort()).toEqual(all.sort());
});
