import { type APIRequestContext, expect, test } from '@playwright/test';
import { addMachine, openBook, signIn } from './book';

/**
 * Histories of meters posted over the API, and the due dates that follow compared with a calculation by hand. Every
 * machine runs ten hours a day by its dial; its task is wanted every 400 h and was last done three weeks before the last
 * reading, at 210 h less: 190 h are left, nineteen days.
 */
test.describe.configure({ mode: 'serial' });

const dayMs = 86_400_000;
const base = `HI-${Date.now() % 1_000_000}`;
/** Eight in the morning by UTC, some days before the last reading, which was yesterday. */
const yesterday = new Date(new Date().setUTCHours(8, 0, 0, 0) - dayMs);
const daysBack = (days: number, minutes = 0) =>
  new Date(yesterday.getTime() - days * dayMs + minutes * 60_000).toISOString();
const dueOn = (daysAfterLast: number) =>
  new Date(yesterday.getTime() + daysAfterLast * dayMs).toISOString().slice(0, 10);

type Reading = { at: string; value: number };
/** Weekly readings of ten hours a day that end at a value. */
const weekly = (weeks: number, last: number): Reading[] =>
  Array.from({ length: weeks + 1 }, (_, week) => ({
    at: daysBack(7 * (weeks - week)),
    value: last - 70 * (weeks - week),
  }));

let personId = '';
const cases: {
  name: string;
  code: string;
  readings: () => Reading[];
  newDial?: { daysBack: number; oldValue: number; newValue: number };
  leftOut: string[];
  daysAfterLast: number;
}[] = [
  { name: 'a plain history', code: 'A', readings: () => weekly(8, 3000), leftOut: [], daysAfterLast: 19 },
  {
    name: 'a dial that rolls over at ten thousand',
    code: 'B',
    readings: () => weekly(8, 10_200).map(({ at, value }) => ({ at, value: value % 10_000 })),
    leftOut: [],
    daysAfterLast: 19,
  },
  {
    name: 'a dial that was replaced',
    code: 'C',
    readings: () => weekly(8, 3000).map(({ at, value }, week) => ({ at, value: week > 6 ? value - 2900 : value })),
    newDial: { daysBack: 10, oldValue: 2900, newValue: 0 },
    leftOut: [],
    daysAfterLast: 19,
  },
  {
    name: 'a mistyped digit',
    code: 'D',
    readings: () => [...weekly(8, 3000), { at: daysBack(4), value: 29_600 % 10_000 }],
    leftOut: ['faster than 24 per day'],
    daysAfterLast: 19,
  },
  {
    name: 'two readings in one minute',
    code: 'E',
    readings: () => [...weekly(8, 3000), { at: daysBack(7, 0.5), value: 2930.1 }],
    leftOut: [],
    daysAfterLast: 19,
  },
  // Eleven weeks, of which four stood still: the rate is the median of all pair slopes, taken below straight from its definition.
  {
    name: 'idle weeks in between',
    code: 'F',
    readings: () =>
      weekly(11, 3000).map(({ at, value }, week) => ({
        at,
        value: week <= 3 ? value + 280 : week <= 7 ? 2720 : value,
      })),
    leftOut: [],
    daysAfterLast: Number.NaN,
  },
];

/** The median of all pair slopes, straight from its definition. */
function medianSlope(readings: readonly Reading[]): number {
  const slopes = readings
    .flatMap((to, index) =>
      readings
        .slice(0, index)
        .map((from) => (to.value - from.value) / ((Date.parse(to.at) - Date.parse(from.at)) / dayMs)),
    )
    .sort((a, b) => a - b);
  const middle = (slopes.length - 1) / 2;
  return (slopes[Math.floor(middle)]! + slopes[Math.ceil(middle)]!) / 2;
}

type Line = { taskId: string; machine: string; machineId: string; pointId: string; dueOn: string; governedBy: string };
const planOf = async (request: APIRequestContext, code: string): Promise<Line> =>
  ((await (await request.get('/api/plan.json')).json()) as { tasks: Line[] }).tasks.find(
    ({ machine }) => machine === code,
  )!;

test('a machine with a meter and a task of 400 h, and others like it', async ({ page }) => {
  await openBook(page, '/today', 'Mirela Stöger');
  await addMachine(page, base, 'History rig');
  await page.getByRole('link', { name: 'Change machine' }).click();
  await page.getByLabel(/^Runs on through/).check();
  await page.getByRole('button', { name: 'Save machine' }).click();
  await page.getByText('Add a meter').click();
  await page.getByLabel('Rolls over at').fill('10 000');
  await page.getByRole('button', { name: 'Add meter' }).click();
  await page.goto(`/plant/machines/${base}/grid`);
  await page.getByLabel('Where it comes from').fill('Test sheet');
  for (const [column, text] of Object.entries({
    Kind: 'Chain',
    Name: 'Chain',
    Where: 'Left',
    Lubricant: 'O-150',
    Amount: '40 drops',
    'Every h': '400',
  }))
    await page.getByLabel(`${column}, row 1`, { exact: true }).fill(text);
  await page.getByRole('button', { name: /^Save 1 new/ }).click();
  await expect(page.getByRole('heading', { name: /Points in walking order/ })).toContainText('1 point');
  for (const { code } of cases) {
    await page.goto(`/plant/machines/${base}/copy`);
    await page.getByLabel('Machine codes').fill(`${base}-${code}`);
    await page.getByRole('button', { name: 'Duplicate with its points' }).click();
    await expect(page).toHaveURL(new RegExp(`/plant/machines/${base}-${code}$`));
  }
  personId = (
    (await (await page.request.get('/api/people')).json()) as { people: { id: string; initials: string }[] }
  ).people.find(({ initials }) => initials === 'MS')!.id;
});

for (const [index, { name, code, readings, newDial, leftOut, daysAfterLast }] of cases.entries()) {
  test(`the due date of ${name}`, async ({ request }) => {
    await signIn(request);
    const machine = `${base}-${code}`;
    const { taskId, machineId, pointId } = await planOf(request, machine);
    const meterId = (
      (await (await request.get('/api/meters')).json()) as { meters: { id: string; machine: string }[] }
    ).meters.find((meter) => meter.machine === machine)!.id;
    const write = async (place: number, kind: string, happenedAt: string, body: object, taskIds: string[] = []) => {
      const id = `01K${String(Date.now()).padStart(13, '0')}${String(index).padStart(5, '0')}${String(place).padStart(5, '0')}`;
      const answer = await request.post('/api/entries', {
        data: {
          id,
          kind,
          kindVersion: 1,
          body,
          happenedAt,
          offsetMinutes: 0,
          personId,
          deviceId: 'e2e',
          machineId,
          pointId: taskIds.length > 0 ? pointId : null,
          taskIds,
          roundId: null,
          replacesId: null,
        },
      });
      expect(answer.status(), await answer.text()).toBe(201);
    };
    if (newDial)
      await write(1, 'meter-change', daysBack(newDial.daysBack), {
        meterId,
        oldValue: newDial.oldValue,
        newValue: newDial.newValue,
      });
    // In any order: gateways catch up after an outage.
    const posted = await request.post(`/api/meters/${meterId}/readings`, {
      data: { source: 'test rig', readings: [...readings()].reverse() },
    });
    expect(posted.status()).toBe(201);
    const reasons = ((await posted.json()) as { leftOut: { reason: string }[] }).leftOut.map(({ reason }) => reason);
    expect(reasons).toHaveLength(leftOut.length);
    leftOut.forEach((words, place) => expect(reasons[place]).toContain(words));
    await write(2, 'commissioning', daysBack(21), { basis: 'start-today' }, [taskId]);
    const left = Number.isNaN(daysAfterLast) ? 190 / medianSlope(readings()) : daysAfterLast;
    expect(await planOf(request, machine)).toMatchObject({ dueOn: dueOn(left), governedBy: 'hours' });
  });
}

test.describe('fixed dates, by the methods', () => {
  const compute = async (request: APIRequestContext, id: string, data: object) =>
    ((await (await request.post(`/api/methods/${id}`, { data })).json()) as { result: Record<string, unknown> }).result;
  const stages = [{ name: 'steady', hours: 500, days: 365 }];

  test('the hour that daylight saving takes away is no hour of the machine', async ({ request }) => {
    // Ten hours a day from 16 to 30 March over the change of 29 March: 100 h of 500 left, ten days after the 30th.
    const forecast = await compute(request, 'meter.forecast', {
      readings: [0, 7, 14].map((days) => ({
        at: `2026-03-${16 + days}T08:00:00+0${days < 13 ? 1 : 2}:00`,
        value: 1000 + 10 * (days - (days < 13 ? 0 : 1 / 24)),
      })),
      asOf: '2026-03-30T08:00:00+02:00',
      targetValue: 1240,
    });
    expect((forecast.perDay as { mid: number }).mid).toBeCloseTo(10, 9);
    expect(
      Math.abs(Date.parse((forecast.dueAt as { likely: string }).likely) - Date.parse('2026-04-09T07:00:00Z')),
    ).toBeLessThan(1000);
    expect(
      await compute(request, 'interval.next-due', {
        stages,
        history: [{ at: '2026-02-18T06:00:00Z', hours: 740 }],
        meters: { hours: 1140 },
        perDay: { hours: 10 },
        asOf: '2026-03-30T06:00:00Z',
        timeZone: 'Europe/Vienna',
      }),
    ).toMatchObject({ by: 'hours', dueOn: '2026-04-09', dueAt: { hours: 1240 } });
  });

  test('a leap day counts as a day', async ({ request }) => {
    // 200 h left at 20 h a day from 24 February 2028: ten days, the 29th among them.
    expect(
      await compute(request, 'interval.next-due', {
        stages,
        history: [{ at: '2028-01-01T08:00:00Z', hours: 0 }],
        meters: { hours: 300 },
        perDay: { hours: 20 },
        asOf: '2028-02-24T08:00:00Z',
      }),
    ).toMatchObject({ by: 'hours', dueOn: '2028-03-05' });
    // A year of 365 days from 1 March 2027 ends on 29 February 2028.
    expect(
      await compute(request, 'interval.next-due', {
        stages: [{ name: 'yearly', days: 365 }],
        history: [{ at: '2027-03-01T08:00:00Z' }],
        meters: {},
        asOf: '2027-06-01T08:00:00Z',
      }),
    ).toMatchObject({ by: 'days', dueOn: '2028-02-29', window: { fromOn: '2028-01-24', toOn: '2028-04-05' } });
  });
});
