import { type APIRequestContext, type Page, expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { addMachine, logLines, openBook, phone, signIn } from './book';

const planner = 'Mirela Stöger';
type Meter = {
  id: string;
  machine: string;
  name: string;
  unit: string;
  last: { value: number; at: string } | null;
  accumulated: number | null;
};
const meterOf = async (request: APIRequestContext, machine: string, unit = 'hours'): Promise<Meter> => {
  const { meters } = (await (await request.get('/api/meters')).json()) as { meters: Meter[] };
  return meters.find((meter) => meter.machine === machine && meter.unit === unit)!;
};
test.beforeEach(({ request }) => signIn(request));

const dayAgo = (days: number) => new Date(Date.now() - days * 86_400_000);

/** Adds a meter to the machine whose page is open. */
async function addMeter(page: Page, rolloverAt = '') {
  await page.getByText('Add a meter').click();
  await page.getByLabel('Rolls over at').fill(rolloverAt);
  await page.getByRole('button', { name: 'Add meter' }).click();
  await expect(page.getByRole('heading', { name: 'Hour meter' })).toBeVisible();
}

test('a table of readings with five kinds of faults is previewed, and goes in without them', async ({
  page,
  request,
}) => {
  const { last } = await meterOf(request, 'BM-2');
  const value = String(Math.round(last!.value + 1));
  const yesterday = dayAgo(1).toISOString().slice(0, 10);
  const table = [
    'machine,day,time,reading',
    `BM-2,${yesterday},23:50,${value}`,
    `XX-99,${yesterday},,100`,
    'BM-2,11/12/2026,,100',
    `BM-2,${yesterday},25:10,100`,
    `BM-2,${yesterday},23:51,many`,
    'BM-2,2099-01-01,,100',
  ].join('\n');
  await openBook(page, '/plant/meters/import', planner);
  await page
    .getByLabel('File')
    .setInputFiles({ name: 'readings.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByText('5 faulty rows')).toHaveCount(2);
  for (const words of [
    'XX-99 is no machine with a meter here',
    '11/12/2026 can be read two ways',
    '25:10 is no time',
    'Lies in the future',
  ])
    await expect(page.getByText(words)).toBeVisible();
  await expect(page.getByRole('row', { name: /many/ })).toContainText('many');
  expect((await meterOf(request, 'BM-2')).last).toEqual(last);
  await page.getByRole('button', { name: 'Import 1 reading, leave out 5 faulty rows' }).click();
  await expect(page.getByText('1 reading imported, 5 faulty rows left out.')).toBeVisible();
  await page.goto(`/plant/machines/BM-2/meters/${(await meterOf(request, 'BM-2')).id}`);
  await expect(page.getByText('imported from readings.csv')).toBeVisible();
});

test('a table of nearly two megabytes is read, a larger one is refused in words', async ({ page }) => {
  await openBook(page, '/plant/meters/import', planner);
  const choose = (rows: number) =>
    page.getByLabel('File').setInputFiles({
      name: 'many.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`machine,date,time,reading\n${`XX-99,2026-01-01,08:00,${'1'.repeat(150)}\n`.repeat(rows)}`),
    });
  await choose(10_500);
  await expect(page.getByText('10 500 faulty rows').or(page.getByText('10500 faulty rows')).first()).toBeVisible({
    timeout: 30_000,
  });
  await choose(12_500);
  await expect(page.getByText('This is more than 2 MB. Split it.')).toBeVisible({ timeout: 30_000 });
});

test('a meter rolls over, another dial is fitted, and the hours count on', async ({ page, request }) => {
  const code = `RO-${Date.now() % 1_000_000}`;
  await openBook(page, '/today', planner);
  await addMachine(page, code, 'Test winder');
  await addMeter(page, '10 000');
  const { id } = await meterOf(request, code);
  expect(
    (
      await request.post(`/api/meters/${id}/readings`, {
        data: {
          source: 'cabinet',
          readings: [
            { at: dayAgo(8).toISOString(), value: 9880 },
            { at: dayAgo(1).toISOString(), value: 9992 },
          ],
        },
      })
    ).status(),
  ).toBe(201);
  await page.goto(`/plant/machines/${code}/meters/${id}`);
  await expect(page.getByText('posted by cabinet')).toHaveCount(2);
  await page.getByLabel('Hour meter shows').fill('6');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('Reading written.')).toBeVisible();
  await expect(page.getByText('10 006 h accumulated', { exact: false })).toBeVisible();
  // A digit too many is asked back, kept when confirmed, and left out.
  await page.getByLabel('Hour meter shows').fill('660');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('Is there a digit too many?')).toBeVisible();
  await page.getByLabel('Why it is right all the same').fill('Looked twice.');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText(/Left out: .* faster than 24 per day/)).toBeVisible();
  await page.getByLabel('Old dial showed last').fill('6,5');
  await page.getByRole('button', { name: 'Write new dial' }).click();
  await expect(page.getByText('New dial written.')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'new dial' })).toBeVisible();
});

test('a gear unit is commissioned, and its first weeks are planned by themselves', async ({ page }) => {
  await openBook(page, '/plant/machines/GL3-01/points/2/commission', planner);
  await expect(page.getByText('not started before it is filled', { exact: false })).toBeVisible();
  const weeks = page.getByRole('region', { name: 'Its first weeks' });
  await expect(weeks.getByText('Level, warmth and leaks, first days')).toHaveCount(7);
  await page.getByLabel('Filled', { exact: true }).fill('0,6 L');
  await page.getByLabel('What was done').fill('New unit, filled at the overflow.');
  await page.getByRole('button', { name: 'Write commissioning' }).click();
  await expect(page).toHaveURL(/points\/2$/);
  await expect(page.getByRole('heading', { name: /Level, warmth and leaks, first days/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Foot bolts, chain or belt tension/ })).toBeVisible();
  await expect(page.getByText(', running in')).toHaveCount(3);
  await page.goto('/due?machine=GL3-01&standing=run-in');
  await expect(page.getByText(/, running in/)).toHaveCount(3);
});

test('a template is applied to more than thirty points, and taken back', async ({ page, request }) => {
  const checks = async () =>
    ((await (await request.get('/api/plan.json')).json()) as { tasks: { task: string }[] }).tasks.filter(({ task }) =>
      task.startsWith('Listen, measure'),
    ).length;
  expect(await checks()).toBe(0);
  await openBook(page, '/plant/templates', planner);
  await page.getByRole('combobox', { name: /^Area/ }).selectOption('Roller kiln');
  await page.getByRole('combobox', { name: /^Kind/ }).selectOption('Rolling bearing');
  await page.getByRole('button', { name: /^Pick all/ }).click();
  await page.getByRole('button', { name: 'Show what would change' }).click();
  await expect(page.getByText('Template: choose one.')).toBeVisible();
  await page.getByRole('combobox', { name: /^Template/ }).selectOption('Bearing watch');
  await page.getByRole('button', { name: 'Show what would change' }).click();
  await expect(page.getByText('adds Listen, measure the housing temperature: monthly').first()).toBeVisible();
  await page.getByRole('button', { name: /^Apply to/ }).click();
  await expect(page.getByText(/^Applied to \d+ points/)).toBeVisible();
  expect(await checks()).toBeGreaterThanOrEqual(30);
  await page.getByRole('button', { name: /^Take back Bearing watch/ }).click();
  await expect(page.getByText(/^Taken back: \d+ points as before/)).toBeVisible();
  expect(await checks()).toBe(0);
});

test('a trial is run and discarded, and the plan is as it was', async ({ page, request }) => {
  const plan = async () =>
    (
      (await (await request.get('/api/plan.json')).json()) as {
        tasks: { taskId: string; machine: string; interval: string; dueOn: string | null }[];
      }
    ).tasks
      .filter(({ machine }) => /^P\d$/.test(machine))
      .map(({ taskId, interval, dueOn }) => `${taskId} ${interval} ${dueOn}`);
  const before = await plan();
  await openBook(page, '/due/what-if', planner);
  await page.getByRole('combobox', { name: /^Area/ }).selectOption('Press hall');
  await page.getByRole('button', { name: /^Pick all/ }).click();
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByText('Change at least one of the numbers.')).toBeVisible();
  await page.getByLabel('Intervals').fill('50');
  await page.getByLabel('Time for lubrication').fill('240');
  await page.getByRole('button', { name: 'Try it' }).click();
  const outcome = page.getByRole('table', { name: 'The year’s work' });
  await expect(outcome).toBeVisible({ timeout: 30_000 });
  const services = (
    await outcome
      .getByRole('row', { name: /^Services/ })
      .getByRole('cell')
      .allInnerTexts()
  ).map((text) => Number(text.replace(/\D/g, '')));
  expect(services[1]).toBeGreaterThan(services[0]!);
  await expect(outcome.getByRole('row', { name: /^Missed windows/ })).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByText('Discarded. Nothing was changed.')).toBeVisible();
  expect(await plan()).toEqual(before);
});

test('the calendar can be subscribed to: every round is one event with an identifier of its own', async ({
  page,
  request,
}) => {
  await openBook(page, '/due/formats', planner);
  const shown = await page
    .getByRole('region', { name: /Planned rounds/ })
    .getByRole('listitem')
    .count();
  const response = await request.get('/api/calendar.ics');
  expect(response.headers()['content-type']).toContain('text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(await response.text()) as unknown[]);
  const events = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
  expect(events.length).toBeGreaterThanOrEqual(Math.min(60, shown));
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  for (const { startDate, duration, summary } of events) {
    expect(startDate.isDate).toBe(true);
    expect(duration.toSeconds()).toBe(86_400);
    expect(summary).toMatch(/^R-/);
  }
  const again = new ICAL.Component(
    ICAL.parse(await (await request.get('/api/calendar.ics?route=r-mills')).text()) as unknown[],
  );
  const uids = again.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each).uid);
  expect(uids.length).toBeGreaterThan(0);
  expect(events.map(({ uid }) => uid)).toEqual(expect.arrayContaining(uids));
  expect((await request.get('/api/calendar.ics?route=NONE')).status()).toBe(404);
  expect((await (await request.get('/api/plan.csv')).text()).split('\r\n')[0]).toContain(
    'machine,point,pointName,task',
  );
});

test('the address holds the filter of the due list; why is answered, and putting off has a cap', async ({ page }) => {
  await openBook(page, '/due', planner);
  await page.getByLabel('Standing').selectOption('overdue');
  await expect(page).toHaveURL(/standing=overdue/);
  await page.getByLabel('Grouped by').selectOption('area');
  await expect(page).toHaveURL(/group=area/);
  await expect(page.getByRole('rowheader').first()).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Standing')).toHaveValue('overdue');
  await page.goto('/due?machine=CP-K1');
  await page.getByRole('link', { name: /why is Change oil at CP-K1/ }).click();
  await expect(page.getByRole('heading', { name: 'The limits compared' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'by run hours' })).toBeVisible();
  await page.getByLabel('Why').fill('Waiting for the oil.');
  await page.getByLabel(/^Put off until/).fill('2090-01-01');
  await page.getByRole('button', { name: 'Put off', exact: true }).click();
  await expect(page.getByText(/at the latest. A task may be put off by a quarter/).first()).toBeVisible();
  await expect(page.getByLabel('Why')).toHaveValue('Waiting for the oil.');
});

test('a long list exists only where it is looked at, and goes on while scrolling', async ({ page }) => {
  await openBook(page, '/due', planner);
  const total = Number(await page.getByRole('status').locator('strong').innerText());
  expect(total).toBeGreaterThan(150);
  expect(await page.getByRole('row').count()).toBeLessThan(70);
  // The list grows as it is scrolled, once the page has come to life.
  await expect(async () => {
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    const far = page.getByRole('link', { name: /^last service unknown|^due in \d{3,} days/ }).first();
    await expect(far).toBeVisible({ timeout: 1000 });
  }).toPass({ timeout: 15_000 });
  expect(await page.getByRole('row').count()).toBeLessThan(70);
});

test('the operator presses done at the machine, and takes a slip back', async ({ page }) => {
  await page.setViewportSize(phone);
  await openBook(page, '/counter/P3');
  await expect(page.getByText('Feeder stopped and locked at the panel.')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('Oil the feeder ways: written.')).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('waiting on this device')).toBeHidden({ timeout: 20_000 });
  expect((await logLines(page, 'machine=P3&kind=top-up'))[0]).toContain('12 drops of O-68');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/plant/machines/P3/card');
  expect(
    ((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? []).length,
  ).toBe(1);
});

test('a die change makes the tie rods due', async ({ page }) => {
  await openBook(page, '/plant/machines/P3/points/8', planner);
  await page.getByLabel('What is written').selectOption('note');
  await page.getByLabel('Something happened').selectOption('die-change');
  await page.getByLabel('Note').last().fill('Format changed.');
  await page.getByRole('button', { name: 'Write in the book' }).click();
  await expect(page.getByText('Written in the book.')).toBeVisible();
  await page.goto('/due?machine=P3');
  await expect(page.getByRole('row', { name: /Check tie rods/ })).toContainText('after an event');
});

test('now is ruled where the axis says it is, on a desk and on a phone', async ({ page }) => {
  await openBook(page, '/today');
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 844 });
    // On a phone the lists of Today lie folded.
    const fold = page.getByRole('button', { name: 'The most urgent' }).first();
    if (await fold.isVisible()) await fold.click();
    const axis = (await page.locator('table thead svg text', { hasText: /^now$/ }).first().boundingBox())!;
    const rule = (await page.locator('td.due-when > span').first().boundingBox())!;
    expect(Math.abs(axis.x + axis.width / 2 - rule.x)).toBeLessThan(2);
  }
});
