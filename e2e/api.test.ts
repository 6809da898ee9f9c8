import { request as httpRequest } from 'node:http';
import { expect, test } from '@playwright/test';
import { post, signIn } from './book';

const motor = { boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500 };

test('methods are listed with their schemas', async ({ request }) => {
  const { methods } = (await (await request.get('/api/methods')).json()) as {
    methods: { id: string; version: number; input: { type: string; additionalProperties: boolean }; rules: string[] }[];
  };
  expect(methods.map(({ id }) => id)).toEqual(
    expect.arrayContaining([
      'viscosity.at-temperature',
      'viscosity.temperature-for',
      'viscosity.index',
      'viscosity.grade',
      'bearing.required-viscosity',
      'bearing.viscosity-ratio',
      'bearing.select-grade',
      'grease.quantity',
      'grease.strokes',
      'grease.interval',
      'interval.next-due',
      'meter.forecast',
    ]),
  );
  expect(
    methods.every(
      ({ input, version }) => input.type === 'object' && input.additionalProperties === false && version >= 1,
    ),
  ).toBe(true);
});

test('a method answers with result, working and source', async ({ request }) => {
  const answer = await post(request, '/api/methods/bearing.required-viscosity', motor);
  expect(answer.status()).toBe(200);
  expect(await answer.json()).toMatchObject({
    method: 'bearing.required-viscosity',
    version: 1,
    result: { meanDiameterMm: 95 },
    notices: [],
    source: expect.stringContaining('ISO 281'),
  });
});

test('bad input, refusals and unknown methods answer with problem documents', async ({ request }) => {
  const problem = async (path: string, data: unknown) => {
    const answer = await post(request, path, data);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
    return (await answer.json()) as { status: number; errors?: { pointer: string; code: string }[] };
  };
  expect(
    await problem('/api/methods/bearing.required-viscosity', { ...motor, boreMm: -1, colour: 'red' }),
  ).toMatchObject({
    status: 422,
    errors: [
      { pointer: '/boreMm', code: 'too-small' },
      { pointer: '/colour', code: 'unknown-field' },
    ],
  });
  expect(
    await problem('/api/methods/grease.interval', {
      kind: 'ball',
      boreMm: 400,
      speedRpm: 9000,
      temperatureC: 60,
      contamination: 'light-non-abrasive',
      moisture: 'dry',
      vibrationMmS: 1,
      position: 'horizontal',
      temperatureRule: 'steps',
    }),
  ).toMatchObject({ status: 422, errors: [{ pointer: '/speedRpm', code: 'refused' }, { pointer: '/boreMm' }] });
  expect(await problem('/api/methods/bearing.guess', motor)).toMatchObject({ status: 404 });
  for (const body of ['null', '[]', '"text"', '17', '{"boreMm":1e999,"outsideDiameterMm":130,"speedRpm":1}']) {
    const answer = await request.post('/api/methods/bearing.required-viscosity', {
      data: Buffer.from(body),
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.status()).toBe(422);
  }
});

test('not JSON is 400, too large is 413', async ({ request }) => {
  const send = (data: string) =>
    request.post('/api/methods/viscosity.grade', {
      data: Buffer.from(data),
      headers: { 'content-type': 'application/json' },
    });
  expect((await send('{kv40: 46')).status()).toBe(400);
  expect((await send('')).status()).toBe(400);
  expect((await send(`{"kv40": 46, "x": "${'y'.repeat(1_000_001)}"}`)).status()).toBe(413);
});

test('a path that cannot be decoded is 400, never 500', async ({ baseURL }) => {
  const status = (path: string) =>
    new Promise<number>((resolve, reject) => {
      const { hostname, port } = new URL(baseURL!);
      httpRequest({ hostname, port, path, method: 'GET' }, (answer) => {
        answer.resume();
        resolve(answer.statusCode!);
      })
        .on('error', reject)
        .end();
    });
  for (const path of ['/api/methods/%E0%A4%A', '/plant/%', '/api/rounds/%ff%fe', '/log/%c3%28'])
    expect(await status(path)).toBe(400);
});

test('an entry is taken once: 201, then 200, then 409 for other content', async ({ request }) => {
  const personId = await signIn(request, 'TO');
  const entry = {
    id: '01JZZZZZZZZZZZZZZZZZZZZZZA',
    kind: 'note',
    kindVersion: 1,
    body: { text: 'Posted from outside.' },
    happenedAt: new Date().toISOString(),
    offsetMinutes: 60,
    personId,
    deviceId: 'test',
    machineId: null,
  };
  expect((await post(request, '/api/entries', entry)).status()).toBe(201);
  expect((await post(request, '/api/entries', entry)).status()).toBe(200);
  const other = await post(request, '/api/entries', { ...entry, body: { text: 'Something else.' } });
  expect(other.status()).toBe(409);
  expect(
    (
      await post(request, '/api/entries', {
        ...entry,
        id: '01JZZZZZZZZZZZZZZZZZZZZZZB',
        kind: 'grease',
        body: { massG: -4 },
      })
    ).status(),
  ).toBe(422);
  expect((await post(request, '/api/entries', [])).status()).toBe(422);
  const [one, two] = ['C', 'D'].map((end) => ({ ...entry, id: `01JZZZZZZZZZZZZZZZZZZZZZZ${end}` }));
  expect((await post(request, '/api/entries', [one, { ...two, body: {} }])).status()).toBe(422);
  const together = await post(request, '/api/entries', [one, two]);
  expect(together.status()).toBe(201);
  expect(((await together.json()) as { id: string }).id).toBe(two!.id);
});

test('a round that is not in the book is 404', async ({ request }) => {
  await signIn(request);
  expect((await request.get('/api/rounds/01ARZ3NDEKTSV4RRFFQ69G5FAV')).status()).toBe(404);
});

test.describe('meters and plan over the API', () => {
  test.beforeEach(({ request }) => signIn(request));

  type Meter = { id: string; machine: string; last: { value: number } | null };
  const meters = async (request: Parameters<Parameters<typeof test>[2]>[0]['request']) =>
    ((await (await request.get('/api/meters')).json()) as { meters: Meter[] }).meters;

  test('readings are refused in words, each with where it is wrong', async ({ request }) => {
    const { id } = (await meters(request)).find(({ machine }) => machine === 'BM-3')!;
    const problem = async (data: unknown) => {
      const answer = await post(request, `/api/meters/${id}/readings`, data);
      expect(answer.status()).toBe(422);
      expect(answer.headers()['content-type']).toContain('application/problem+json');
      return ((await answer.json()) as { errors: { pointer: string }[] }).errors.map(({ pointer }) => pointer);
    };
    expect(await problem({ readings: [] })).toEqual(['/readings']);
    expect(await problem({ readings: [{ at: 'yesterday', value: 'much' }] })).toEqual([
      '/readings/0/at',
      '/readings/0/value',
    ]);
    expect(await problem({ at: '2026-02-30T08:00:00Z', value: 5 })).toEqual(['/at']);
    expect(await problem({ at: '2026-02-20T08:00:00Z', value: -5, colour: 'red' })).toEqual(['/value', '/colour']);
    expect(await problem({ readings: [{ at: '2026-02-20T08:00:00Z', value: 5 }], source: '<b>' })).toEqual(['/source']);
    expect(
      (
        await post(request, '/api/meters/01ARZ3NDEKTSV4RRFFQ69G5FAV/readings', { at: '2026-02-20T08:00:00Z', value: 5 })
      ).status(),
    ).toBe(404);
    expect((await request.get('/api/meters/01ARZ3NDEKTSV4RRFFQ69G5FAV/readings')).status()).toBe(404);
  });

  test('a reading is stored once, and one that cannot be is kept and left out', async ({ request }) => {
    const { id, last } = (await meters(request)).find(({ machine }) => machine === 'CP-W1')!;
    const at = new Date(Date.now() - 3_600_000).toISOString();
    const send = (value: number) => post(request, `/api/meters/${id}/readings`, { at, value, source: 'test rig' });
    expect((await send(last!.value + 8)).status()).toBe(201);
    const again = await send(last!.value + 8);
    expect([again.status(), await again.json()]).toEqual([200, { stored: 0, known: 1, leftOut: [] }]);
    const jump = await post(request, `/api/meters/${id}/readings`, {
      readings: [{ at: new Date(Date.now() - 1_800_000).toISOString(), value: last!.value * 3 }],
    });
    expect(await jump.json()).toMatchObject({
      stored: 1,
      leftOut: [{ index: 0, reason: expect.stringContaining('faster than') }],
    });
    const readings = (await (await request.get(`/api/meters/${id}/readings`)).json()) as {
      kept: unknown[];
      leftOut: { reason: string }[];
      last: { value: number };
    };
    expect(readings.last.value).toBe(last!.value + 8);
    expect(readings.leftOut.at(-1)!.reason).toContain('faster than');
  });

  test('the plan and a stretch of the due list are plain JSON', async ({ request }) => {
    const plan = (await (await request.get('/api/plan.json')).json()) as {
      asOf: string;
      tasks: Record<string, unknown>[];
    };
    expect(plan.tasks.length).toBeGreaterThan(150);
    expect(plan.tasks[0]).toMatchObject({
      taskId: expect.any(String),
      machine: expect.any(String),
      interval: expect.any(String),
      state: expect.stringMatching(/known|unknown|next-round/),
    });
    expect(plan.tasks.every(({ stages }) => Array.isArray(stages))).toBe(true);
    const due = (await (await request.get('/api/due?standing=overdue&limit=3')).json()) as {
      total: number;
      items: { key: string; plan: { taskId: string; dueOn: string } }[];
    };
    expect(due.items.length).toBe(Math.min(3, due.total));
    for (const { key, plan: line } of due.items)
      expect(plan.tasks.find(({ taskId }) => taskId === key)).toMatchObject({ taskId: line.taskId, dueOn: line.dueOn });
    expect((await request.get('/api/due?limit=1000')).status()).toBe(422);
    expect((await request.get('/api/due?offset=-1')).status()).toBe(422);
  });
});

test('an order of a walk is worked out while others are answered', async ({ request }) => {
  const stops = Array.from({ length: 80 }, (_, index) => ({
    id: `s${index}`,
    x: (index * 37) % 100,
    y: (index * 53) % 70,
    minutes: 4,
  }));
  const finished: string[] = [];
  const walk = post(request, '/api/methods/route.order', { stops, start: { x: 0, y: 0 } }).then((answer) => {
    finished.push('walk');
    return answer;
  });
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect((await request.get('/api/methods')).status()).toBe(200);
  finished.push('list');
  const { result } = (await (await walk).json()) as {
    result: { sequence: unknown[]; totalMinutes: number; lowerBoundMinutes: number };
  };
  expect(finished).toEqual(['list', 'walk']);
  expect(result.sequence).toHaveLength(80);
  expect(result.totalMinutes / result.lowerBoundMinutes).toBeLessThan(1.03);
});
