import { expect, test } from '@playwright/test';
import { addMotorBearing, openBook, planAndRoute, press } from './book';

test('a sheet is printed, walked on paper, and typed back as one round', async ({ page }) => {
  test.setTimeout(120_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  await openBook(page, '/plant', 'Mirela Stöger');
  await addMotorBearing(page, 'SHEET-1');
  await planAndRoute(page, 'SHEET-1');
  await page.getByRole('link', { name: 'Route sheet' }).click();

  // On paper: what is carried, the state, the amount, boxes to tick; one page of A4.
  const sheet = page.getByRole('article');
  await expect(sheet.getByRole('heading', { level: 1 })).toContainText('R-SHEET-1');
  await expect(sheet.getByRole('table', { name: 'Lubricants to take along' })).toContainText('G-22');
  const stop = sheet.getByRole('listitem').filter({ hasText: 'not done because' });
  await expect(stop).toContainText('SHEET-1·01');
  await expect(stop).toContainText(/Regrease: \d+ strokes/);
  await expect(stop).toContainText('Shaft turns.');
  await expect(sheet).toContainText(/1 leak → plan/);
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  const inPrint = async (selector: string) => {
    await page.emulateMedia({ media: 'print' });
    const shown = await page.locator(selector).first().isVisible();
    await page.emulateMedia({ media: null });
    return shown;
  };
  expect(await inPrint('.sheet-box')).toBe(true);
  expect(await inPrint('nav')).toBe(false);

  // Typed back: what is missing or hard to believe is said at its line, and nothing of it is lost.
  await page.getByRole('link', { name: 'Type a sheet back' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('A sheet typed back');
  await press(page, 'Write the round');
  await expect(page.getByText('Walked by: say whose sheet it is.')).toBeVisible();
  await page.getByLabel('Walked by').selectOption({ label: 'TO Tomasz Oberleitner' });
  await press(page, 'Write the round');
  await expect(page.getByText(/From and to: when the walk began/)).toBeVisible();
  await page.getByLabel('From', { exact: true }).fill('0:01');
  await page.getByLabel('To', { exact: true }).fill('0:05');
  await press(page, 'Write the round');
  await expect(page.getByText('No line says anything yet.')).toBeVisible();
  await page.getByLabel('Given, line 1').fill('900');
  await press(page, 'Write the round');
  await expect(page.getByText('Say whether it was done.')).toBeVisible();
  await page.getByLabel('Done, line 1').selectOption('done');
  await expect(page.getByText(/are more than 3 doses/)).toBeVisible();
  await page.getByLabel('Given, line 1').fill('7');
  await page.getByLabel('Remark, line 1').fill('fitting was painted over');
  await expect(page.getByText('1 stop done, 0 not in order, 0 not done, 0 left.')).toBeVisible();
  await press(page, 'Write the round');

  // One round in the book, by whoever walked it, said to be typed in.
  await page.waitForURL(/\/log\?round=/);
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(entries).toContainText('7 strokes');
  await expect(entries).toContainText('fitting was painted over');
  await expect(entries).toContainText('Typed in from a paper sheet by MS.');
  await expect(entries).toContainText('1 done');
  await expect(entries.getByText('TO', { exact: true }).first()).toBeVisible();
});

test('the cart of a round lists what is carried to the stops that are open', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openBook(page, '/plant', 'Mirela Stöger');
  await addMotorBearing(page, 'CART-1');
  await planAndRoute(page, 'CART-1');
  await page.getByRole('button', { name: /^Start the round/ }).click();
  await page.waitForURL(/\/round\?id=/);
  await press(page, 'What is carried');
  await expect(page.getByRole('heading', { name: 'What is carried' })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Lubricants to take along' })).toContainText('G-22');
  await press(page, /^Stop 1,/);
  await press(page, 'Done as planned');
  await press(page, 'What is carried');
  await expect(page.getByText('Nothing but eyes and ears.')).toBeVisible();
});
