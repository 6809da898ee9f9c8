import { expect, test } from '@playwright/test';
import { openBook } from './book';

test('a machine form keeps what was typed and says what is wrong', async ({ page }) => {
  await openBook(page, '/plant/machines/new');
  await page.getByLabel('Machine code').fill('no such!');
  await page.getByLabel('Name').fill('Mixer');
  await page.getByLabel('Hours a day by plan').fill('twenty');
  await page.getByRole('button', { name: 'Add machine' }).click();
  await expect(page.getByText('use 1 to 20 letters, digits or dashes')).toBeVisible();
  await expect(page.getByText('"twenty" is not a number')).toBeVisible();
  await expect(page.getByText('Area: choose one.')).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('Mixer');
  await expect(page.getByLabel('Hours a day by plan')).toHaveValue('twenty');
});

test('what is chosen before the page listens is not set back: until then its controls are shut', async ({ page }) => {
  await openBook(page, '/today', 'Mirela Stöger');
  let programArrives = () => {};
  const program = new Promise<void>((resolve) => {
    programArrives = resolve;
  });
  await page.route('**/_next/static/**/*.js', async (route) => {
    await program;
    await route.continue();
  });
  await page.goto('/plant/machines/TR-L1/edit', { waitUntil: 'commit' });
  const area = page.getByLabel('Area').first();
  await expect(area).toBeVisible();
  await expect(area).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Save machine' })).toBeDisabled();
  programArrives();
  await area.selectOption({ label: 'PR Press hall' });
  await page.waitForLoadState('networkidle');
  await expect(area.locator('option:checked')).toHaveText('PR Press hall');
});

test.describe('a point form', () => {
  for (const [typed, words] of [
    ['-60', 'must be at least 1 mm'],
    ['0', 'must be at least 1 mm'],
    ['99999999', 'must be at most 5000 mm'],
    ['', 'is needed here'],
    ['sixty', 'is not a number'],
    ['1,500', 'can be read two ways'],
    ['5 furlong', 'is not known here'],
    ['5 oz', 'weight or of volume'],
  ] as const) {
    test(`explains a bore of "${typed}"`, async ({ page }) => {
      await openBook(page, '/plant/machines/TR-L1/points/new');
      await page.getByLabel('Name').fill('Bearing');
      await page.getByLabel('Where on the machine').fill('left');
      await page.getByLabel('Bore d').fill(typed);
      await page.getByRole('button', { name: 'Add point' }).click();
      const bore = page.getByLabel('Bore d');
      await expect(bore).toHaveAttribute('aria-invalid', 'true');
      await expect(page.locator(`[id="${await bore.getAttribute('aria-describedby')}"]`)).toContainText(words);
      await expect(bore).toHaveValue(typed);
      expect(page.url()).toContain('/points/new');
    });
  }
});

test('two people editing one point: the second is told, and keeps what was typed', async ({ page, browser }) => {
  await openBook(page, '/plant/machines/TR-M1/points/1/edit');
  const other = await (await browser.newContext()).newPage();
  await openBook(other, '/plant/machines/TR-M1/points/1/edit', 'Mirela Stöger');
  await page.getByLabel('Name').fill('Table ways, X');
  await page.getByRole('button', { name: 'Save point' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Table ways, X');
  await other.getByLabel('Name').fill('Something else');
  await other.getByRole('button', { name: 'Save point' }).click();
  await expect(other.getByText('Someone else has changed this meanwhile')).toBeVisible();
  await expect(other.getByLabel('Name')).toHaveValue('Something else');
  await other.context().close();
});

test('a meter that goes back is asked about; confirmed, it is kept and left out', async ({ page }) => {
  await openBook(page, '/plant/machines/TR-L1');
  const reading = page.getByLabel('Hour meter shows');
  await reading.fill('100');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('A meter does not run backwards')).toBeVisible();
  await expect(reading).toHaveValue('100');
  await page.getByLabel('Why it is right all the same').fill('Read twice, glass cleaned.');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('Reading written.')).toBeVisible();
  await expect(page.getByText(/\d readings? left out as implausible/)).toBeVisible();
  await reading.fill('999 999');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('Is there a digit too many?')).toBeVisible();
  await page.getByRole('link', { name: 'All readings, where they came from' }).click();
  await expect(page.getByText('Lower than the reading').first()).toBeVisible();
});

test.describe('writing at a point', () => {
  test.beforeEach(async ({ page }) => openBook(page, '/plant/machines/TR-L1/points/1'));

  test('refuses the future', async ({ page }) => {
    await page.getByLabel(/^When/).fill(`1 Jan ${new Date().getFullYear() + 1}`);
    await page.getByRole('button', { name: 'Write in the book' }).click();
    await expect(page.getByText('This lies in the future.')).toBeVisible();
  });

  test('refuses a note of 10 000 characters and keeps it', async ({ page }) => {
    await page.getByLabel('What is written').selectOption('note');
    await page.getByLabel('Note').fill('x'.repeat(10_000));
    await page.getByRole('button', { name: 'Write in the book' }).click();
    await expect(page.getByText('10000 characters; at most 4000 fit')).toBeVisible();
    expect((await page.getByLabel('Note').inputValue()).length).toBe(10_000);
  });

  test('asks which ounces, and which fifteen hundred', async ({ page }) => {
    await page.getByLabel('What is written').selectOption('top-up');
    await page.getByLabel('Added').fill('5 oz');
    await page.getByRole('button', { name: 'Write in the book' }).click();
    await expect(page.getByText('Ounces of weight or of volume?')).toBeVisible();
    await page.getByLabel('Added').fill('1,500');
    await page.getByRole('button', { name: 'Write in the book' }).click();
    await expect(page.getByText('can be read two ways')).toBeVisible();
    await page.getByLabel('Added').fill('12 fl oz');
    await expect(page.getByText('12 fl oz = 0.355 L')).toBeVisible();
    await page.getByRole('button', { name: 'Write in the book' }).click();
    await expect(page.getByText('Written in the book.')).toBeVisible();
    await expect(page.getByRole('region', { name: 'History' })).toContainText('0.355 L of O-32');
  });
});

test('pages that do not exist say so', async ({ page }) => {
  await openBook(page);
  for (const path of [
    '/plant/machines/NO-SUCH',
    '/plant/machines/TR-L1/points/999',
    '/today/2026-02-31',
    '/log/nothing',
    '/routes/nothing',
    '/bench/nothing',
    '/nowhere',
  ]) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: 'There is no such page in the book' })).toBeVisible();
  }
  await page.goto('/round?id=nothing');
  await expect(page.getByRole('heading', { name: 'The round cannot be opened' })).toBeVisible();
});

for (const [what, sent] of [
  ['an identifier that is a number', (args: unknown[]) => [5, ...args.slice(1)]],
  ['a version in words', ([id, , values]: unknown[]) => [id, 'latest', values]],
  ['one argument more', (args: unknown[]) => [...args, true]],
  ['none at all', () => []],
] as const)
  test(`an action that is sent ${what} refuses in words, and the form keeps what was typed`, async ({ page }) => {
    await openBook(page, '/plant/machines/TR-L1/edit');
    await page.route('**/plant/machines/TR-L1/edit', async (route) => {
      const postData = route.request().postData();
      if (route.request().method() !== 'POST' || postData === null) return route.fallback();
      return route.continue({ postData: JSON.stringify(sent(JSON.parse(postData) as unknown[])) });
    });
    await page.getByLabel('Name').first().fill('Kept words');
    await page.getByRole('button', { name: 'Save machine' }).click();
    await expect(page.getByText('This does not fit the page that it came from.')).toBeVisible();
    await expect(page.getByLabel('Name').first()).toHaveValue('Kept words');
  });
