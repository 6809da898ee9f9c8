import { expect, test } from '@playwright/test';
import { addMotorBearing, logLines, openBook, phone, planAndRoute, pressAndArrive, walkAll, signIn } from './book';

test.describe.configure({ mode: 'serial' });

/** Codes are never reused, so every run takes its own. */
const code = `TB-${Date.now() % 1_000_000}`;

test('a new machine with a motor bearing is worked out, routed and starts to count', async ({ page }) => {
  await openBook(page);
  await addMotorBearing(page, code);
  await expect(page.getByText('20.2 g')).toBeVisible();
  await expect(page.getByText(/^9.649 h$/)).toBeVisible();
  await page.getByRole('button', { name: 'The working of the interval' }).click();
  await expect(page.getByText('14·10⁶/(1500·√60) − 4·60')).toBeVisible();
  await planAndRoute(page, code);
  // Nobody knows the last service: say a day, so that the next due has somewhere to move from.
  await page.goto(`/plant/machines/${code}/points/1`);
  await page.getByLabel('What is written').selectOption('commissioning');
  await page.getByLabel('Counting begins').selectOption('done-on');
  const month = new Date(Date.now() - 30 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel(/^Last done on/).fill(month);
  await page.getByRole('button', { name: 'Write in the book' }).click();
  await expect(page.getByText('Written in the book.')).toBeVisible();
  const next = page.getByText('When next').locator('..').locator('strong').first();
  await expect(next).not.toHaveText('unknown');
});

test('its route is walked on a phone and signed, and the next due moves', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/points/1`);
  const next = page.getByText('When next').locator('..').locator('strong').first();
  await expect(next).not.toHaveText('unknown');
  const before = await next.innerText();

  await page.setViewportSize(phone);
  await page.goto('/routes');
  await page.getByRole('link', { name: `R-${code}` }).click();
  await walkAll(page);
  await expect(page.getByText('17 strokes', { exact: true })).toBeVisible();
  await expect(page.getByText('Shaft turns.')).toBeVisible();
  await page.getByRole('button', { name: 'Read hour meter' }).click();
  for (const key of '12000.1') await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByRole('button', { name: 'Write reading' }).click();
  await page.getByRole('button', { name: 'One stroke more' }).click();
  await page.getByRole('button', { name: 'Done with 18 strokes' }).click();
  await expect(page.getByText('1 stop done, 0 skipped, 0 left.')).toBeVisible();
  await pressAndArrive(page, 'Sign as HB', 'hand-over');
  await expect(page.getByRole('heading', { name: 'The round is signed' })).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/plant/machines/${code}/points/1`);
  await expect(next).not.toHaveText(before);
  const lines = await logLines(page, `machine=${code}`);
  expect(lines.join('\n')).toContain('21.6 g (18 strokes) of G-22');
  expect(lines.join('\n')).toContain('Meter read');
  expect((await logLines(page, 'kind=hand-over'))[0]).toContain('1 done, 0 skipped, 0 left');
});

test('the entry is corrected, the original stays beside it', async ({ page }) => {
  await openBook(page, `/log?machine=${code}&kind=grease`, 'Mirela Stöger');
  await page
    .getByRole('link', { name: /^Entry of/ })
    .first()
    .click();
  await page.getByLabel('Strokes').fill('17');
  await page.getByLabel('Grease').fill('20,4');
  await page.getByRole('button', { name: 'Write the correction' }).click();
  await expect(page.getByText('Say what was wrong, in a few words.')).toBeVisible();
  await expect(page.getByLabel('Strokes')).toHaveValue('17');
  await page.getByLabel('What was wrong').fill('Miscounted by one.');
  await page.getByRole('button', { name: 'Write the correction' }).click();
  const lines = page.getByRole('main').getByRole('listitem');
  await expect(lines).toHaveCount(2);
  await expect(lines.first()).toContainText('18 strokes');
  await expect(lines.last()).toContainText('17 strokes) of G-22 (Miscounted by one.)');
  expect((await logLines(page, `machine=${code}&kind=grease`))[0]).toContain('corrected later');
});

test('a person’s interval stands with its reason, the computed one beside it', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/points/1`, 'Mirela Stöger');
  await page.getByText('Override the interval').click();
  await page.getByLabel('Interval to follow instead').fill('2 000');
  await page.getByRole('button', { name: 'Override', exact: true }).click();
  await expect(page.getByText('Say why, in a few words')).toBeVisible();
  await page.locator('details[open]').getByLabel('Why').fill('Dust from the press pit.');
  await page.getByRole('button', { name: 'Override', exact: true }).click();
  await expect(page.getByText('by Mirela Stöger')).toBeVisible();
  await expect(page.getByText(/Computed: 9.649 h/)).toBeVisible();
});

test('a round is taken up where the tab was closed', async ({ page, context }) => {
  await openBook(page, '/routes');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-TOOL' }).click();
  await walkAll(page);
  // A round that another try left open is gone on with: its open stops are taken, whatever their numbers.
  const open = page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: /open$/ });
  await expect(open.first()).toHaveAttribute('aria-current', 'step');
  const [first, second, third] = await open.evaluateAll((stops) =>
    stops.map((stop) => stop.getAttribute('aria-label')!.split(',')[0]!),
  );
  await page.getByRole('button', { name: 'Skip', exact: true }).click();
  await page.getByRole('button', { name: 'no time' }).click();
  await page.getByRole('button', { name: /^Done/ }).click();
  const url = page.url();
  const waiting = page.getByText('2 waiting');
  await expect(waiting).toBeVisible();
  await page.close();
  const again = await context.newPage();
  // The worst moment: the book reads the round before the two entries arrive, and its answer is on the way until they have.
  let arrived = 0;
  let bothArrived = () => {};
  const both = new Promise<void>((resolve) => {
    bothArrived = resolve;
  });
  again.on('response', (response) => {
    if (response.url().endsWith('/api/entries') && response.status() === 201 && (arrived += 1) === 2) bothArrived();
  });
  await again.route('**/api/rounds/*', async (route) => {
    const response = await route.fetch();
    await both;
    await route.fulfill({ response });
  });
  await again.goto(url);
  await expect(again.getByRole('button', { name: new RegExp(`^${first}, .* skipped$`) })).toBeVisible({
    timeout: 30_000,
  });
  await expect(again.getByRole('button', { name: new RegExp(`^${second}, .* done$`) })).toBeVisible();
  await expect(again.getByRole('button', { name: new RegExp(`^${third}, .* open$`) })).toHaveAttribute(
    'aria-current',
    'step',
  );
  await expect(again.getByText('all sent')).toBeVisible({ timeout: 20_000 });
});

test('done can be taken back before it leaves the device', async ({ page }) => {
  await openBook(page, '/routes');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-PRESS' }).click();
  await walkAll(page);
  const stops = page.getByRole('navigation', { name: 'Stops' });
  const first = stops.getByRole('button', { name: /^Stop 1,/ });
  await page.getByRole('button', { name: 'Done as planned' }).click();
  await expect(first).toHaveAccessibleName(/done$/);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(first).toHaveAccessibleName(/open$/);
  await page.getByRole('button', { name: 'Something is off' }).click();
  await page.getByRole('button', { name: 'leak' }).click();
  await page.getByRole('button', { name: 'act now' }).click();
  await page.getByRole('button', { name: 'Write the finding' }).click();
  await expect(async () => {
    await page.goto('/today');
    await expect(page.getByRole('region', { name: 'Open findings' })).toContainText('act now', { timeout: 1500 });
  }).toPass({ timeout: 30_000 });
});

test('a round begins without signal, once however often it is tapped, and an unsigned one is asked about', async ({
  page,
  context,
  request,
}) => {
  await signIn(request);
  await openBook(page, '/routes', 'Jonas Kreil');
  await page.setViewportSize(phone);
  // The round's page comes along with the route's, in parts; when the network is busy that takes its time.
  let came = 0;
  page.on('requestfinished', (sent) => {
    if (new URL(sent.url()).pathname === '/round') came = Date.now();
  });
  await page.getByRole('link', { name: 'R-PUMP' }).click();
  const walk = page.getByRole('button', { name: /^Walk all/ });
  await expect(walk).toBeEnabled();
  await expect.poll(() => came > 0 && Date.now() - came > 1500, { timeout: 30_000 }).toBe(true);
  const begun: string[] = [];
  page.on('request', (sent) => {
    if (sent.method() === 'POST' && sent.url().endsWith('/api/rounds'))
      begun.push((sent.postDataJSON() as { id: string }).id);
  });
  await context.setOffline(true);
  await walk.evaluate((button: HTMLButtonElement) => {
    for (let tap = 0; tap < 4; tap += 1) button.click();
  });
  await expect(page.getByRole('navigation', { name: 'Stops' })).toBeVisible();
  await page.getByRole('button', { name: 'Skip', exact: true }).click();
  await page.getByRole('button', { name: 'no time' }).click();
  await expect(page.getByText(/no connection, 2 waiting/)).toBeVisible({ timeout: 15_000 });
  const roundId = new URL(page.url()).searchParams.get('id')!;
  expect((await request.get(`/api/rounds/${roundId}`)).status()).toBe(404);
  await context.setOffline(false);
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 20_000 });
  expect(new Set(begun)).toEqual(new Set([roundId]));
  expect(await (await request.get(`/api/rounds/${roundId}`)).json()).toMatchObject({
    person: { name: 'Jonas Kreil' },
    stops: expect.arrayContaining([expect.objectContaining({ written: expect.objectContaining({ kind: 'skip' }) })]),
  });

  await page.goto('/routes');
  await page.getByRole('link', { name: 'R-PUMP' }).click();
  await page.getByRole('button', { name: /^Walk all/ }).click();
  await expect(page.getByText(/0 done, 1 skipped/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it and begin anew' }).click();
  await expect(page.getByText('say it in a few words')).toBeVisible();
  await page.getByLabel('Or why it is left as it is').fill('Called to the kiln.');
  await page.getByRole('button', { name: 'Leave it and begin anew' }).click();
  await expect(page.getByRole('navigation', { name: 'Stops' })).toBeVisible();
  expect(new URL(page.url()).searchParams.get('id')).not.toBe(roundId);
  expect((await logLines(page, 'by=JK&kind=hand-over'))[0]).toContain('broken off: 0 done, 1 skipped');
});
