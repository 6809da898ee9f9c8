import AxeBuilder from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import { openBook, phone } from './book';

/** Serious and critical findings of axe on the page as it stands. */
async function seriousFindings(page: Page, leaveOut: string[] = []): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).disableRules(leaveOut).analyze();
  return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical').map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).slice(0, 3).join(' | ')}`);
}

const screens = [
  '/today', '/plant', '/plant/unknown', '/plant/machines/new', '/plant/machines/P1', '/plant/machines/P1/edit',
  '/plant/machines/P1/points/1', '/plant/machines/P1/points/3', '/plant/machines/P1/points/1/edit',
  '/plant/machines/P1/points/new', '/plant/machines/BM-1/chart', '/plant/machines/BM-1/labels',
  '/plant/machines/BM-1/drawing', '/plant/machines/SO-2/grid', '/plant/machines/BM-1/copy',
  '/plant/machines/BM-1/reservoirs/new', '/plant/machines/GL1-01/points/1',
  '/plant/machines/GL1-01/points/1/choose?lubricant=O-220', '/plant/machines/SO-2/points/4', '/plant/many',
  '/lubricants', '/lubricants/O-220', '/lubricants/G-22', '/lubricants/G-22/edit', '/lubricants/new',
  '/lubricants/translate?plate=SAE%2090', '/lubricants/chart', '/lubricants/consolidate', '/lubricants/needs',
  '/lubricants/guns', '/lubricants/labels', '/routes', '/routes/new', '/log', '/bench', '/bench/grease.interval',
  '/bench/interval.next-due',
];

for (const screen of screens) {
  test(`${screen} has no serious accessibility finding, at both widths, and no sideways scrolling`, async ({ page }) => {
    await openBook(page, screen);
    expect(await seriousFindings(page)).toEqual([]);
    await page.setViewportSize(phone);
    // Colours are the same tokens at every width; contrast was judged above.
    expect(await seriousFindings(page, ['color-contrast'])).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0);
  });
}

test('the opening page, an entry, a route and a round have none either', async ({ page }) => {
  await page.goto('/open');
  expect(await seriousFindings(page)).toEqual([]);
  await openBook(page, '/log');
  await page.getByRole('link', { name: /^Entry of/ }).first().click();
  await expect(page.getByRole('heading', { name: /Correct this entry/ }).or(page.getByText('This entry is voided.'))).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/plant/machines/GL1-01');
  await page.getByRole('region', { name: 'Reservoirs' }).getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Change the reservoir' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/routes');
  await page.getByRole('link', { name: 'R-LINE' }).click();
  await expect(page.getByRole('button', { name: /Walk all/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.setViewportSize(phone);
  await page.getByRole('button', { name: /Walk all/ }).click();
  await expect(page.getByRole('button', { name: /^Done/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Something is off' }).click();
  expect(await seriousFindings(page)).toEqual([]);
});
