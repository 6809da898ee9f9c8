import { expect, test } from '@playwright/test';
import { logLines, openBook, phone, walkAll } from './book';

test.describe.configure({ mode: 'serial' });

test('a look that is not in order is a finding, leaves its task due, and stops what follows there', async ({
  page,
}) => {
  await openBook(page, '/routes', 'Jonas Kreil');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-KILN' }).click();
  await walkAll(page);
  const stops = page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: /^Stop / });
  // The first look of the walk.
  for (let place = 0; place < (await stops.count()); place += 1) {
    await stops.nth(place).click();
    if (await page.getByRole('button', { name: 'Not in order' }).isVisible()) break;
  }
  const here = page.locator('[aria-current="step"]');
  const name = (await here.getAttribute('aria-label'))!;
  await page.getByRole('button', { name: 'Not in order' }).click();
  await page.getByRole('button', { name: 'flakes or metal' }).click();
  await expect(page.getByText(/keep clear and keep others away/)).toBeVisible();
  await page.getByRole('button', { name: 'watch', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Say why it is less urgent' })).toBeDisabled();
  await page.getByRole('button', { name: 'act now', exact: true }).click();
  await page.getByRole('button', { name: 'Write the finding' }).click();
  const answered = page.getByRole('button', { name: name.replace(/open$/, 'not in order') });
  await expect(answered).toBeVisible();
  // Both can be taken back by themselves, the finding among them.
  await expect(page.getByRole('button', { name: 'Take back' })).toHaveCount(2);
  await answered.click();
  await expect(page.getByText('This stop is written.')).toBeVisible();
  await expect(page.getByText(/Not started again before/)).toBeVisible();
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 20_000 });
  const [check] = await logLines(page, 'by=JK&kind=check');
  expect(check).toContain('not in order');
  const [finding] = await logLines(page, 'by=JK&kind=finding');
  expect(finding).toContain('flakes or metal (act now)');
});

test('a second tap on what came by the first does nothing, and a round with open stops asks why', async ({ page }) => {
  await openBook(page, '/routes', 'Jonas Kreil');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-LINE' }).click();
  await walkAll(page);
  const done = page.getByRole('button', { name: /^Done/ }).first();
  await expect(done).toBeEnabled();
  await done.evaluate((button: HTMLButtonElement) => {
    button.click();
    // A glove taps twice: by the time of the second the next stop stands under it.
    setTimeout(() => document.querySelector<HTMLButtonElement>('button.button-first')?.click(), 150);
  });
  await expect(page.getByRole('button', { name: /^Stop \d+,.* done$/ })).toHaveCount(1);
  await page.waitForTimeout(600);
  await expect(page.getByRole('button', { name: /^Stop \d+,.* done$/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Sign', exact: true }).click();
  await page.getByRole('button', { name: /^Sign as/ }).click();
  await expect(page.getByText('Stops are left open: say why, in a few words, for whoever comes next.')).toBeVisible();
  await page.getByLabel('Why stops are left open').fill('Called to the kiln.');
  await page.getByRole('button', { name: /^Sign as/ }).click();
  await expect(page.getByRole('heading', { name: 'The round is signed' })).toBeVisible();
});

test('what does not belong in a sump is taken only with a reason', async ({ page }) => {
  await openBook(page, '/plant/machines/GL1-01/points/1', 'Mirela Stöger');
  const form = page.locator('form').filter({ has: page.getByLabel('What is written') });
  await form.getByLabel('What is written').selectOption('oil-change');
  // A top-up answers no oil change: the task is not offered for it.
  const tasks = form.getByLabel('Answers the task');
  const offered = () => tasks.locator('option').allTextContents();
  expect((await offered()).some((each) => each.startsWith('Change oil'))).toBe(true);
  await form.getByLabel('What is written').selectOption('top-up');
  await expect.poll(async () => (await offered()).some((each) => each.startsWith('Change oil'))).toBe(false);
  await form
    .getByLabel('Lubricant')
    .selectOption({ label: 'O-460 Polyglycol worm gear oil' })
    .catch(async () => {
      const options = await form.getByLabel('Lubricant').locator('option').allTextContents();
      await form.getByLabel('Lubricant').selectOption({ label: options.find((each) => each.startsWith('O-460'))! });
    });
  await form.getByLabel('Added').fill('0,2');
  await form.getByRole('button', { name: 'Write in the book' }).click();
  await expect(form.getByRole('alert').first()).toContainText('is in there, and O-460 must not go onto it');
  await expect(form.getByLabel('Added')).toHaveValue('0,2');
  await form.getByLabel('Why it is taken all the same').fill('Nothing else to bring the shift home.');
  await form.getByRole('button', { name: 'Write in the book' }).click();
  await expect(page.getByText('Written in the book.')).toBeVisible();
  await expect(page.getByRole('region', { name: /^Oil store/ })).toContainText('A mixture.');
});

test('what a stop asks to be read is typed, judged there, and decides whether it is done', async ({ page }) => {
  await openBook(page, '/routes', 'Tomasz Oberleitner');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: 'R-PUMP' }).click();
  await walkAll(page);
  const stops = page.getByRole('navigation', { name: 'Stops' });
  await stops.getByRole('button', { name: /CP-O1·04 Read the filter difference, warm/ }).click();
  await expect(page.getByRole('button', { name: /^Filter difference/ })).toBeVisible();
  const here = (await page.locator('[aria-current="step"]').getAttribute('aria-label'))!;
  const read = async (name: string, digits: string) => {
    await expect(page.getByRole('dialog', { name })).toBeVisible();
    for (const digit of digits) await page.getByRole('button', { name: digit, exact: true }).click();
    await page.getByRole('button', { name: 'Take this reading' }).click();
  };
  await expect(page.getByRole('button', { name: /^Done/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Read Oil temperature' }).click();
  await read('Oil temperature', '48');
  // What is read next opens by itself.
  await read('Filter difference', '1.7');
  await expect(page.getByText('✗ above its stop')).toBeVisible();
  await page.getByRole('button', { name: 'Not in order: write it' }).click();
  await expect(page.getByRole('button', { name: here.replace(/open$/, 'not in order') })).toBeVisible();
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 20_000 });
  const [look] = await logLines(page, 'by=TO&kind=check&machine=CP-O1');
  expect(look).toContain('not in order, Oil temperature 48 °C, Filter difference 1.7 bar');
  const [finding] = await logLines(page, 'by=TO&kind=finding&machine=CP-O1');
  expect(finding).toContain('filter: pressure drop high (act now)');
  expect(finding).toContain('above the stop at 1.6 bar');
});
