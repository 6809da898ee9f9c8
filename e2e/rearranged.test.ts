import { expect, test } from '@playwright/test';
import { addMotorBearing, openBook, planAndRoute, press } from './book';

test('a machine is copied to a list of codes, its route made for another of them, and both walked as one', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  await openBook(page, '/plant', 'Mirela Stöger');
  await addMotorBearing(page, 'ROW-1');
  await planAndRoute(page, 'ROW-1');
  const route = page.url();

  await page.goto('/plant/machines/ROW-1/copy');
  await page.getByLabel('Machine codes').fill('ROW-2\nROW-1, ROW-3');
  await press(page, 'Duplicate with its points');
  await expect(page.getByText(/ROW-1: This code is, or once was/).first()).toBeVisible();
  await page.getByLabel('Machine codes').fill('ROW-2\nROW-3');
  await press(page, 'Duplicate with its points');
  await page.waitForURL(/\/plant$/);

  // The like of its tasks is found on the other machine; a code that is none is told at its field.
  await page.goto(route);
  await page.getByRole('link', { name: 'Merge or clone' }).click();
  await page.getByLabel('Route code').fill('R-ROW-2');
  await page.getByLabel('In place of ROW-1').fill('ROW-9');
  await press(page, 'Make the route');
  await expect(page.getByText('Machine: ROW-9 is not in the register.')).toBeVisible();
  await page.getByLabel('In place of ROW-1').fill('row-2');
  await press(page, 'Make the route');
  const stops = page.getByRole('region', { name: /Stops in walking order/ });
  await expect(page.getByRole('heading', { level: 1 })).toContainText('R-ROW-2');
  await expect(stops).toContainText('ROW-2·01');

  await page.goto(route);
  await page.getByRole('link', { name: 'Merge or clone' }).click();
  await press(page, 'Merge them');
  await expect(page.getByText('Route: choose one.')).toBeVisible();
  const other = await page.getByRole('option', { name: /^R-ROW-2 / }).getAttribute('value');
  await page.getByRole('combobox', { name: /^Route/ }).selectOption(other!);
  await press(page, 'Merge them');
  await page.waitForURL(/\/order$/);
  await page.goto(route);
  await expect(stops).toContainText('ROW-1·01');
  await expect(stops).toContainText('ROW-2·01');
  await page.goto('/routes');
  await expect(page.getByText(/R-ROW-2/).first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'R-ROW-2', exact: true })).toHaveCount(0);
});
