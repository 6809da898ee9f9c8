import { type Page, expect, test } from '@playwright/test';
import { openBook, openStop, phone, press } from './book';
import { stepsUntil } from './steps';

/** What on a screen is smaller than a gloved thumb, or written smaller than it can be read at arm's length. */
const tooSmall = (page: Page, within: string) =>
  page.evaluate((within) => {
    const shown = (element: Element) => element.getClientRects().length > 0;
    const named = (element: Element) => element.textContent.trim().slice(0, 40);
    const tapped = 'button, a, select, textarea, label:has(input), input:not([type=checkbox], [type=radio])';
    const targets = [...document.querySelectorAll(`${within} :is(${tapped})`)].filter((each) => {
      const { height, width } = each.getBoundingClientRect();
      return shown(each) && Math.min(height, width) < 56;
    });
    const words = [...document.querySelectorAll(`${within} *`)].filter(
      (each) =>
        shown(each) &&
        !each.closest('svg, .sr-only') &&
        [...each.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent!.trim() !== '') &&
        parseFloat(getComputedStyle(each).fontSize) < 16,
    );
    return [...targets.map((each) => `small: ${named(each)}`), ...words.map((each) => `fine print: ${named(each)}`)];
  }, within);

test('in gloves: whatever is tapped on a round is 56 px, whatever is read 16 px', async ({ page }) => {
  test.setTimeout(90_000);
  await page.setViewportSize(phone);
  await openBook(page, '/round', 'Tomasz Oberleitner');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect.soft(await tooSmall(page, 'main'), 'rounds on this device').toEqual([]);
  await openStop(page, 'R-OIL', /RM-C1·01 Change oil/);
  expect.soft(await tooSmall(page, 'body'), 'a stop').toEqual([]);
  const sheet = page.getByRole('dialog');
  for (const name of ['Skip', 'Something is off', /^Given/, /^Drained/, 'I found a trick', 'Something happened']) {
    await press(page, name);
    await expect(sheet).toBeVisible();
    expect.soft(await tooSmall(page, '[role=dialog]'), String(name)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
  }
  await press(page, 'Step by step');
  await stepsUntil(page, /own proof of zero/);
  expect.soft(await tooSmall(page, '[role=dialog]'), 'a step').toEqual([]);
  await press(page, 'Prove it, write my lock');
  await expect(page.getByLabel('Number on your lock or tag')).toBeVisible();
  expect.soft(await tooSmall(page, '[role=dialog]'), 'isolation').toEqual([]);
  await page.keyboard.press('Escape');
  await press(page, 'Locked, written on the site’s own sheet');
  await press(page, 'Count it');
  await expect(page.getByRole('heading', { name: 'What goes in?' })).toBeVisible();
  expect.soft(await tooSmall(page, '[role=dialog]'), 'counting').toEqual([]);
  await page.keyboard.press('Escape');
  await press(page, 'All steps');
  expect.soft(await tooSmall(page, '[role=dialog]'), 'all steps').toEqual([]);
  await sheet.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: 'Sign' }).click();
  await expect(page.getByRole('button', { name: /^Sign as/ })).toBeVisible();
  expect.soft(await tooSmall(page, 'body'), 'the end of the round').toEqual([]);
  await press(page, 'What is carried');
  await expect(page.getByRole('table', { name: 'Lubricants to take along' })).toBeVisible();
  expect.soft(await tooSmall(page, 'body'), 'the cart').toEqual([]);
});
