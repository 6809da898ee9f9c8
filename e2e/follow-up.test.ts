import { expect, test } from '@playwright/test';
import { addMotorBearing, logLines, openBook, phone, planAndRoute, pressAndArrive, walkAll } from './book';

test.describe.configure({ mode: 'serial' });

test('a finding is followed up until the work that ended its cause is named', async ({ page }) => {
  // A machine, a route, two walks and every page of a finding: more than a usual test has.
  test.setTimeout(150_000);
  await openBook(page, '/today', 'Mirela Stöger');
  await addMotorBearing(page, 'FOLLOW-1');
  await planAndRoute(page, 'FOLLOW-1');
  const route = page.url();

  await page.setViewportSize(phone);
  await walkAll(page);
  await page.getByRole('button', { name: 'Something is off' }).click();
  await page.getByRole('button', { name: 'noise or vibration' }).click();
  await pressAndArrive(page, 'Write the finding', 'finding');
  await page.setViewportSize({ width: 1280, height: 800 });

  // Nobody follows it up: so it stands on the day's page, at its machine and its point.
  await page.goto('/today');
  await expect(page.getByRole('region', { name: /^Open findings/ })).toContainText('followed up by nobody');
  for (const at of ['/plant/machines/FOLLOW-1', '/plant/machines/FOLLOW-1/points/1']) {
    await page.goto(at);
    const row = page.getByRole('region', { name: /^Open findings/ }).getByRole('listitem');
    await expect(row.filter({ hasText: 'noise' }).first()).toContainText('followed up by nobody');
  }
  await page.goto('/condition?machine=FOLLOW-1');
  await page.getByRole('link', { name: 'noise or vibration' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'noise or vibration' })).toBeVisible();
  await expect(page.getByText('followed up by nobody', { exact: true })).toBeVisible();
  await page.getByLabel('Followed up by').selectOption({ label: 'JK Jonas Kreil' });
  await page.getByRole('button', { name: 'Write who follows it up' }).click();
  await expect(page.getByText('followed up by Jonas Kreil')).toBeVisible();

  // On the next walk it stands at its stop, and is still so with one tap.
  await page.goto(route);
  await page.setViewportSize(phone);
  await walkAll(page);
  await expect(page.getByText('Open here, plan:')).toBeVisible();
  await pressAndArrive(page, /^Still so/, 'finding');
  await expect(page.getByText(/^Written: still so/)).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto('/condition?machine=FOLLOW-1');
  await expect(page.getByRole('region', { name: 'Findings' }).getByRole('listitem')).toHaveCount(1);
  await page.getByRole('link', { name: 'noise or vibration' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'noise or vibration' })).toBeVisible();
  await page.getByRole('button', { name: 'Close this finding' }).click();
  await expect(page.getByText('Say what it came from, in a few words.')).toBeVisible();
  await page.getByLabel('What it came from').fill('Bearing worn out');
  await page.getByLabel('What ended that').selectOption({ label: 'work that is not in the book yet' });
  await page.getByLabel('What was done, and by whom').fill('Fitters put a new bearing in.');
  await page.getByRole('button', { name: 'Close this finding' }).click();
  await expect(page.getByText('Closed.')).toBeVisible();
  await expect(page.getByText('Fitters put a new bearing in.')).toBeVisible();
  await page.goto('/condition?machine=FOLLOW-1');
  await expect(page.getByText('No finding matches.')).toBeVisible();
  const [closed] = await logLines(page, 'machine=FOLLOW-1&kind=follow-up');
  expect(closed).toContain('closed, it came from: Bearing worn out');

  await page.goto('/condition?which=closed&machine=FOLLOW-1');
  await page.getByRole('link', { name: 'noise or vibration' }).click();
  await page.getByLabel('Why').fill('Noisy again under load.');
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(page.getByText('followed up by Jonas Kreil')).toBeVisible();
});
