import { type BrowserContext, expect, test as base } from '@playwright/test';
import { seriousFindings } from './accessible';
import { openBook, phone, walkAll } from './book';
import { addressOf, screens } from './screens';

type OpenBook = Awaited<ReturnType<BrowserContext['storageState']>>;

/** The book is opened once for all screens that one browser looks at. */
const test = base.extend<object, { openedBook: OpenBook }>({
  openedBook: [
    async ({ browser }, use, { project }) => {
      const page = await browser.newPage({ baseURL: project.use.baseURL! });
      // Whoever administers sees every screen.
      await openBook(page, '/today', 'Mirela Stöger');
      await use(await page.context().storageState());
      await page.close();
    },
    { scope: 'worker' },
  ],
  storageState: ({ openedBook }, use) => use(openedBook),
});

/** What may differ at another width: what scrolls, what is hidden, what still has its name. Colours are the same tokens. */
const byWidth = [
  'scrollable-region-focusable',
  'aria-hidden-focus',
  'label',
  'button-name',
  'link-name',
  'select-name',
  'nested-interactive',
  'duplicate-id-aria',
];

for (const screen of screens) {
  test(`${screen} has no serious accessibility finding, at both widths, and no sideways scrolling`, async ({
    page,
  }) => {
    await page.goto(addressOf(screen));
    expect(await seriousFindings(page)).toEqual([]);
    await page.setViewportSize(phone);
    expect(await seriousFindings(page, byWidth)).toEqual([]);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
  });
}

test('the opening page, an entry, a route and a round have none either', async ({ page }) => {
  // Thirteen pages in one go.
  test.setTimeout(180_000);
  await page.goto('/sign-in');
  expect(await seriousFindings(page)).toEqual([]);
  // Of a kind that is put right on its own page, whatever else is being written meanwhile.
  await page.goto('/log?kind=grease');
  await page
    .getByRole('link', { name: /^Entry of/ })
    .first()
    .click();
  await expect(
    page.getByRole('heading', { name: /Correct this entry/ }).or(page.getByText('This entry is voided.')),
  ).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/plant/machines/GL1-01');
  await page.getByRole('region', { name: 'Reservoirs' }).getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Change the reservoir' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/due?machine=P1');
  await page
    .getByRole('link', { name: /^overdue|^due/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'The working' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/plant/machines/P3');
  await page
    .getByRole('link', { name: /^All readings/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: /^Readings/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/plant/templates');
  await page.getByRole('link', { name: 'Bearing watch' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Bearing watch');
  expect(await seriousFindings(page)).toEqual([]);
  await page.goto('/routes');
  await page.getByRole('link', { name: 'R-LINE' }).click();
  await expect(page.getByRole('button', { name: /Walk all/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  const route = page.url();
  for (const [link, seen] of [
    ['Order the walk', page.getByRole('list', { name: 'Your order' })],
    ['Route sheet', page.getByRole('heading', { name: 'Findings by number' })],
    ['Merge or clone', page.getByRole('button', { name: 'Make the route' })],
  ] as const) {
    await page.getByRole('link', { name: link, exact: true }).click();
    await expect(seen).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
    if (link === 'Route sheet') {
      await page.getByRole('link', { name: 'Type a sheet back' }).click();
      await expect(page.getByRole('button', { name: 'Write the round' })).toBeVisible();
      expect(await seriousFindings(page)).toEqual([]);
    }
    await page.goto(route);
  }
  await page.setViewportSize(phone);
  await walkAll(page);
  await expect(page.getByRole('button', { name: /^Done/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Something is off' }).click();
  expect(await seriousFindings(page)).toEqual([]);
});
