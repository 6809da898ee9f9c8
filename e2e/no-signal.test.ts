import { type BrowserContext, type Page, expect, request as requests, test } from '@playwright/test';
import { ulid } from 'ulid';
import { type Database, connect } from '../db/connection';
import { serve } from '../scripts/lib/application.mjs';
import { freePort } from '../scripts/lib/database.mjs';
import { phone, post, press, read, signIn } from './book';
import { ShakyWay } from './shaky-way';
import { finishOilChange, lockIt, stepsUntil } from './steps';

test.describe.configure({ mode: 'serial' });
// A tap that finds nothing is told at once, not when the long story ends.
test.use({ actionTimeout: 15_000, serviceWorkers: 'allow' });

/** A book of its own beside the one of the other tests, over the same database: it is really stopped here. */
const served = async () => ({
  distDir: process.env.TEST_DIST ?? '.next-test',
  port: await freePort(),
  databaseUrl: process.env.TEST_RUNNING_DATABASE_URL!,
  logFile: `${process.env.TEST_FOLDER}/no-signal.log`,
  env: { TAGEBUCH_DEMO: '1' },
});

let book: Awaited<ReturnType<typeof served>>;
let application: Awaited<ReturnType<typeof serve>>;
let way: ShakyWay;
let base: string;
let db: Database;

test.beforeAll(async () => {
  book = await served();
  application = await serve(book);
  way = new ShakyWay(`http://127.0.0.1:${book.port}`);
  base = await way.open();
  db = connect(book.databaseUrl, 2);
});
test.afterAll(async () => {
  await way.cut().catch(() => undefined);
  await application.stop();
  await db.close();
});

/** Everything that waits on the device, in its order, with what goes before. */
const queued = (page: Page): Promise<{ id: string; machineId: string | null }[]> =>
  page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const opening = indexedDB.open('tagebuch');
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const asking = opening.result.transaction('queue').objectStore('queue').index('byTime').getAll();
          asking.onsuccess = () =>
            resolve(
              (asking.result as { id: string; entry?: { machineId: string | null } }[]).flatMap(({ id, entry }) =>
                entry ? [{ id, machineId: entry.machineId }] : [],
              ),
            );
        };
      }),
  );

const device = { timezoneId: 'Europe/Vienna', serviceWorkers: 'allow' } as const;
const strip = (page: Page) => page.getByRole('navigation', { name: 'Stops' });
const goTo = (page: Page, stop: RegExp) => strip(page).getByRole('button', { name: stop }).first().click();
const isAnswered = (page: Page, stop: RegExp) =>
  expect(strip(page).getByRole('button', { name: stop }).first()).toHaveAccessibleName(/done|skipped|not in order/);

/** Puts the shell and the shift on a device. */
async function takeAlong(page: Page, route: string): Promise<void> {
  await page.goto(`${base}/round`);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await expect(page.getByText(/^Taken along /)).toBeVisible({ timeout: 30_000 });
  await press(page, 'Take the shift along anew');
  await expect(page.getByRole('heading', { name: new RegExp(route) })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('button', { name: 'Take the shift along anew' })).toBeEnabled();
}

/** Kills the page and opens it anew, without signal. */
async function killed(context: BrowserContext, page: Page, address: string): Promise<Page> {
  await page.close();
  const again = await context.newPage();
  await again.setViewportSize(phone);
  await again.goto(address);
  return again;
}

/** Answers whatever is left, one stop after the other, as planned or else by leaving it; oil and the filter stay. */
async function finishTheRest(page: Page): Promise<void> {
  for (let count = 0; count < 40; count += 1) {
    const open = strip(page)
      .getByRole('button', { name: /, open$/ })
      .and(page.locator(':not([aria-label*="Change oil"]):not([aria-label*="filter difference"])'));
    if ((await open.count()) === 0) return;
    const before = await open.count();
    await open.first().click();
    const done = page.getByRole('button', { name: /^Done/ });
    // A stop that came by an answer takes none for a second.
    await page.waitForTimeout(1100);
    if ((await done.count()) > 0) await done.first().click();
    else {
      await page.getByRole('button', { name: 'Skip', exact: true }).click();
      await page.getByRole('button', { name: 'no time', exact: true }).click();
    }
    await expect.poll(() => open.count()).toBeLessThan(before);
  }
}

/** Chooses a procedure for a task, as a planner does. */
async function chooseProcedure(page: Page, point: string, task: RegExp, procedure: string): Promise<void> {
  await page.goto(`${base}/plant/machines/${point}`);
  const section = page.locator('section').filter({ has: page.getByRole('heading', { name: task }) });
  await section.last().getByRole('link', { name: 'Change this task' }).click();
  await page.getByLabel('Done by the steps of').selectOption({ label: procedure });
  await page.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByText(`Done by: ${procedure}`)).toBeVisible();
}

const routeCode = `R-FAR${process.env.TRY ?? ''}`;
const machines = ['P2', 'RM-E2', 'CP-O1'];
let handedOn: { id: string; machineId: string | null }[] = [];

/** That the book has each entry of a device once, each machine's in the order of writing. */
async function isHome(entries: readonly { id: string; machineId: string | null }[]): Promise<void> {
  const rows = await db.select<{ id: string; seq: number }>(
    'SELECT id, seq FROM entry WHERE id IN (:ids) ORDER BY seq',
    {
      ids: entries.map(({ id }) => id),
    },
  );
  expect(rows.map(({ id }) => id).sort()).toEqual(entries.map(({ id }) => id).sort());
  for (const machineId of new Set(entries.map((entry) => entry.machineId))) {
    const written = entries.filter((entry) => entry.machineId === machineId).map(({ id }) => id);
    expect(rows.map(({ id }) => id).filter((id) => written.includes(id))).toEqual(written);
  }
}

test('a shift is walked without signal, and comes home once, whole and in its order', async ({ browser }) => {
  test.setTimeout(300_000);
  const context = await browser.newContext({ ...device, viewport: { width: 1280, height: 800 } });
  let page = await context.newPage();
  await page.goto(`${base}/sign-in?to=/routes/new`);
  await page.getByRole('button', { name: 'Hanna Brückl' }).click();
  await page.getByLabel('Route code').fill(routeCode);
  await page.getByLabel('Name').fill('Far from any mast');
  for (const machine of machines) {
    await page.getByLabel('Machine', { exact: true }).selectOption(machine);
    await page.getByRole('button', { name: /^Add all/ }).click();
  }
  await page.getByRole('button', { name: 'Make route' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(routeCode);
  await chooseProcedure(page, 'CP-O1/points/4', /filter difference/, 'Filter element through its by-pass, on the run');
  // Whoever walks it is another than whoever planned it.
  await page.goto(`${base}/sign-in?to=/routes`);
  await page.getByRole('button', { name: 'Tomasz Oberleitner' }).click();
  await page.getByRole('link', { name: routeCode }).click();
  await page.getByRole('button', { name: 'Take it along on this device' }).click();
  await page.setViewportSize(phone);
  await takeAlong(page, routeCode);

  // The network is cut and the device opens from nothing.
  await context.setOffline(true);
  await way.cut();
  page = await killed(context, page, `${base}/today`);
  await expect(page.getByText('The book is not reached just now,')).toBeVisible();
  const plan = page.getByRole('region', { name: new RegExp(routeCode) });
  await plan.getByRole('button', { name: /^Walk all/ }).click();
  await expect(page.getByText(/no connection, 1 waiting/)).toBeVisible({ timeout: 20_000 });
  expect(
    await strip(page)
      .getByRole('button', { name: /^Stop / })
      .count(),
  ).toBeGreaterThanOrEqual(20);
  const address = page.url();

  // A level in another state than its mark is for, kept as what it is.
  await goTo(page, /P2·01 Read temperature, filter and gauges/);
  await press(page, 'Look: Oil in the glass');
  await press(page, 'clear, like new');
  await press(page, 'dry, clean');
  await read(page, '31');
  await read(page, '3');
  await press(page, 'No: keep it as an observation');
  for (const value of ['200', '2']) await read(page, value);
  await press(page, /^Done/);
  await isAnswered(page, /P2·01 Read temperature/);

  // An oil change with its lock; the page is killed while it drains.
  await goTo(page, /RM-E2·01 Change oil/);
  await press(page, 'Step by step');
  await stepsUntil(page, /own proof of zero/);
  await lockIt(page, '27');
  await press(page, 'Nothing goes in');
  await press(page, 'It is open');
  await stepsUntil(page, /Take the drain plug out/);
  await press(page, 'It is open');
  await press(page, /^Wait \d+ min/);
  page = await killed(context, page, address);
  await goTo(page, /RM-E2·01 Change oil/);
  await expect(page.getByText(/^Still open: Filler, Drain plug/)).toBeVisible();

  // A filter through its by-pass, left open.
  await goTo(page, /CP-O1·04 Read the filter difference/);
  await press(page, 'Step by step');
  await stepsUntil(page, /Open the by-pass slowly/);
  await press(page, 'It is open');
  await page.getByRole('button', { name: 'Back', exact: true }).click();

  // The page is killed as soon as a tap shows that it is kept; one that was not kept yet is no promise.
  await goTo(page, /P2·01 Check level/);
  await page.waitForTimeout(1100);
  await press(page, /^Done/);
  await isAnswered(page, /P2·01 Check level/);
  page = await killed(context, page, address);
  await isAnswered(page, /P2·01 Check level/);
  const topUp = (await queued(page)).at(-1)!;

  // A temperature that still climbs, by the clock of a device that was set back.
  await page.clock.install({ time: Date.now() - 40 * 60_000 });
  await page.reload();
  await goTo(page, /P2·02 Temperature from a cold start/);
  await press(page, 'Read Oil from a cold start');
  await read(page, '30');
  for (const value of ['52', '74']) {
    await page.clock.fastForward(10 * 60_000);
    await press(page, 'Read the next');
    await read(page, value);
  }
  await expect(page.getByText(/Stop it by the site’s rules/).first()).toBeVisible();
  await press(page, 'Leave it at that: not in order');
  await press(page, 'Not in order: write it');
  await isAnswered(page, /P2·02 Temperature/);
  await finishTheRest(page);

  // The end of the shift: what stands open keeps it from being signed.
  await strip(page).getByRole('button', { name: 'Sign' }).click();
  const sign = page.getByRole('button', { name: /^Sign as/ });
  await expect(sign).toBeDisabled();
  for (const thing of ['Lock 27', 'Filler', 'Drain plug', 'By-pass of the filter']) {
    await page
      .locator('div', { hasText: new RegExp(`^(Open: )?${thing} at `) })
      .getByRole('button', { name: 'It stays so' })
      .last()
      .click();
    await page.getByRole('button', { name: 'HB Hanna Brückl' }).click();
  }
  await page.getByLabel('Why stops are left open').fill('Drains over night; the by-pass is open.');
  await sign.click();
  await expect(page.getByRole('heading', { name: 'The round is signed' })).toBeVisible();
  const all = await queued(page);
  expect(all.length).toBeGreaterThan(30);
  expect(await db.select('SELECT id FROM entry WHERE id IN (:ids)', { ids: all.map(({ id }) => id) })).toEqual([]);

  // Meanwhile somebody in the plant has opened what the top-up must not be done with.
  const machineId = topUp.machineId!;
  const [task] = await db.select<{ taskId: string; pointId: string; personId: string }>(
    "SELECT task.id AS taskId, task.pointId, person.id AS personId FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN person ON person.initials = 'JK' WHERE lube_point.machineId = :machineId AND lube_point.number = 1 AND task.action = 'top-up'",
    { machineId },
  );
  const openId = ulid();
  const said = {
    kindVersion: 1,
    happenedAt: new Date().toISOString(),
    offsetMinutes: 60,
    deviceId: 'plant',
    machineId,
  };
  const { personId, pointId, taskId } = task!;
  const opened = { ...said, id: openId, personId, pointId, taskIds: [taskId], kind: 'open' };
  const plant = await requests.newContext({ baseURL: `http://127.0.0.1:${book.port}` });
  await signIn(plant, 'JK');
  const body = { does: 'open', name: 'Tank cover', runs: 'never', thing: 'cover' };
  expect((await post(plant, '/api/entries', { ...opened, body })).status()).toBe(201);

  // The way is there again, but every reply gets lost; then the book itself is stopped; then all is well.
  way.losesReplies = true;
  await way.open();
  await context.setOffline(false);
  await expect.poll(() => way.lost, { timeout: 60_000 }).toBeGreaterThan(3);
  await application.stop();
  way.losesReplies = false;
  await page.waitForTimeout(3000);
  application = await serve(book);
  const refusal = page.getByRole('alert').filter({ hasText: 'Not taken into the book.' });
  await expect(refusal).toContainText('Still open: Tank cover', { timeout: 90_000 });
  await expect.poll(async () => (await queued(page)).map(({ id }) => id), { timeout: 60_000 }).toEqual([topUp.id]);
  const home = all.filter(({ id }) => id !== topUp.id);
  await isHome(home);

  // It is closed, and what was refused is written again.
  const closed = { ...opened, id: ulid(), kind: 'close', body: { openId, name: 'Tank cover' } };
  expect((await post(plant, '/api/entries', closed)).status()).toBe(201);
  await press(page, 'Take it off this device and write it again');
  await goTo(page, /P2·01 Check level/);
  await press(page, /^Done/);
  const ofDevice = () =>
    db.select<{ id: string }>('SELECT id FROM entry WHERE deviceId = (SELECT deviceId FROM entry WHERE id = :id)', {
      id: home[0]!.id,
    });
  await expect.poll(async () => (await ofDevice()).length, { timeout: 60_000 }).toBe(home.length + 1);
  expect(await queued(page)).toEqual([]);
  handedOn = home;
  await context.close();
});

test('what drained over night is finished next day by somebody else, without signal too', async ({ browser }) => {
  test.setTimeout(180_000);
  expect(handedOn.length).toBeGreaterThan(0);
  const context = await browser.newContext({ ...device, viewport: phone });
  const first = await context.newPage();
  await first.goto(`${base}/sign-in?to=/round`);
  await first.getByRole('button', { name: 'Hanna Brückl' }).click();
  await first.waitForURL(({ pathname }) => pathname === '/round');
  await first.goto(`${base}/routes`);
  await first.getByRole('link', { name: routeCode }).click();
  await first.getByRole('button', { name: 'Take it along on this device' }).click();
  await takeAlong(first, routeCode);
  await context.setOffline(true);
  const page = await killed(context, first, `${base}/round`);
  await page
    .getByRole('region', { name: new RegExp(routeCode) })
    .getByRole('button', { name: /^Walk all/ })
    .click();
  await goTo(page, /CP-O1·04/);
  await expect(page.getByText(/Stands open at CP-O1: By-pass of the filter/)).toBeVisible();
  await goTo(page, /RM-E2·01 Change oil/);
  await finishOilChange(page, '27');
  await page.waitForTimeout(8500);
  const all = await queued(page);
  await context.setOffline(false);
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 60_000 });
  await isHome(all);
  await page.goto(`${base}/plant/machines/RM-E2`);
  await expect(page.getByRole('region', { name: 'Open things' })).toHaveCount(0);
  await context.close();
});
