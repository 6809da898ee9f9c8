import { expect, test } from '@playwright/test';
import { openBook, press } from './book';

test('a planner levels thirteen weeks: the fullest day falls, and too few people are told what does not fit', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openBook(page, '/due', 'Mirela Stöger');
  await page.getByRole('link', { name: 'Levelled weeks' }).click();
  // The worker has the solver at hand.
  const solver = page.waitForResponse((response) => response.url().endsWith('/solver/highs.wasm') && response.ok());
  await press(page, 'Level the weeks');
  await solver;
  const said = page.getByText(/^The fullest day falls from/);
  await expect(said).toBeVisible({ timeout: 60_000 });
  const [before, after] = /from ([\d\s]+) to ([\d\s]+) min/
    .exec(await said.innerText())!
    .slice(1)
    .map((each) => Number(each.replace(/\s/g, '')));
  expect(after).toBeLessThan(0.7 * before!);
  await expect(page.getByRole('img', { name: /^Minutes of each day/ })).toBeVisible();
  const week = page.getByLabel('Week');
  const second = await week.getByRole('option').nth(1).getAttribute('value');
  await week.selectOption(second!);
  await expect(page.getByRole('heading', { level: 3 }).first()).toBeVisible();

  // One area alone; what is typed wrongly is not sent.
  const area = page.getByRole('link', { name: 'Press hall' });
  await area.click();
  // Until the area is there, the whole plant's form still stands.
  await expect(area).toHaveAttribute('aria-current', 'page');
  await page.getByLabel('Minutes planned a day').fill('0');
  await expect(page.getByRole('button', { name: 'Level the weeks' })).toBeDisabled();
  await page.getByLabel('Minutes planned a day').fill('315');
  await press(page, 'Level the weeks');
  await expect(page.getByText(/^The fullest day falls from/)).toBeVisible({ timeout: 60_000 });

  // A day is fixed: the plan is levelled again around it, kept, and forgotten.
  const first = page.getByRole('combobox', { name: /^Day of / }).first();
  const name = await first.getAttribute('aria-label');
  const on = await first.getByRole('option').nth(1).getAttribute('value');
  await first.selectOption(on!);
  await press(page, 'Level them again');
  await expect(page.getByText(/^The fullest day falls from/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('combobox', { name: name! })).toHaveValue(on!);
  await press(page, 'Keep this plan');
  await expect(page.getByText(/^Kept on .* by MS: \d+ services/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Kept on .* by MS: \d+ services/)).toBeVisible();
  await press(page, 'Forget it');
  await expect(page.getByText(/^Kept on/)).toHaveCount(0);
});
