import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { logLines, openBook, phone, pressAndArrive, walkAll, signIn } from './book';

const folder = process.env.TEST_FOLDER!;
const hold = join(folder, 'hold');

test.afterEach(() => rmSync(hold, { force: true }));

test('the database is killed in the middle of a round and nothing is lost', async ({ page, context }) => {
  // Its waits for holding, retrying and the database's own recovery add up to more than a usual test has.
  test.setTimeout(120_000);
  await openBook(page, '/routes', 'Tomasz Oberleitner');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-MILLS' }).click();
  await walkAll(page);
  await pressAndArrive(page, /^Done/, 'grease');

  writeFileSync(hold, '');
  process.kill(Number(readFileSync(join(folder, 'db.pid'), 'utf8')), 'SIGKILL');
  for (let stop = 0; stop < 3; stop += 1) await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.getByText('no connection, 3 waiting')).toBeVisible({ timeout: 30_000 });

  // Another page says so in words, and comes back by itself.
  const other = await context.newPage();
  await other.goto('/plant');
  await expect(other.getByRole('heading', { name: 'The book cannot be read just now' })).toBeVisible({
    timeout: 30_000,
  });
  // The tab with the round is closed and opened while the database is away: the round and its answers are on the device.
  const url = page.url();
  await page.close();
  const again = await context.newPage();
  await again.setViewportSize(phone);
  await again.goto(url);
  await expect(again.getByRole('button', { name: /^Stop 4, .* done$/ })).toBeVisible({ timeout: 20_000 });

  rmSync(hold);
  await expect(again.getByText('all sent')).toBeVisible({ timeout: 45_000 });
  await expect(other.getByRole('heading', { name: 'Plant', exact: true })).toBeVisible({ timeout: 30_000 });
  // Every open page of this device sends what waits; with one left, it is this one that hears the book's reply.
  await other.close();
  await again.getByRole('button', { name: 'Sign', exact: true }).click();
  // Whatever stops are left, whoever comes next is told why.
  const why = again.getByLabel('Why stops are left open');
  if (await why.isVisible()) await why.fill('The database was away.');
  await pressAndArrive(again, 'Sign as TO', 'hand-over');
  // The signature, and below it the four stops, whatever was asked for at each.
  const lines = await logLines(again, 'by=TO');
  expect(lines.slice(0, 5).filter((line) => line.includes('BM-'))).toHaveLength(4);
  const [signed] = await logLines(again, 'by=TO&kind=hand-over');
  expect(signed).toContain('4 done');
});

test('the API says that the database is away, and may be asked again', async ({ request }) => {
  await signIn(request);
  writeFileSync(hold, '');
  process.kill(Number(readFileSync(join(folder, 'db.pid'), 'utf8')), 'SIGKILL');
  await expect(async () => {
    const answer = await request.get('/api/rounds/01ARZ3NDEKTSV4RRFFQ69G5FAV');
    expect(answer.status()).toBe(503);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
    expect(answer.headers()['retry-after']).toBeTruthy();
    // A page too may be asked for again.
    expect((await request.get('/sign-in')).status()).toBe(503);
    // Whoever stands in front sends nobody here meanwhile, and does not start it anew.
    expect([(await request.get('/readyz')).status(), (await request.get('/healthz')).status()]).toEqual([503, 200]);
  }).toPass({ timeout: 30_000 });
  rmSync(hold);
  await expect(async () =>
    expect((await request.get('/api/rounds/01ARZ3NDEKTSV4RRFFQ69G5FAV')).status()).toBe(404),
  ).toPass({ timeout: 45_000 });
});
