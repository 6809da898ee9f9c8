import { type BrowserContext, expect, test as base } from '@playwright/test';
import { seriousFindings } from './accessible';
import { openBook, phone, walkAll } from './book';

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

const screens = [
  '/today',
  '/condition',
  '/condition/rules',
  '/condition/rules/leak',
  '/condition/import',
  '/plant',
  '/plant/unknown',
  '/today/(yesterday)/hand-over',
  '/plant/floor',
  '/plant/procedures',
  '/plant/tricks',
  '/round',
  '/plant/procedures/oil-change-splash-gear',
  '/plant/procedures/oil-change-splash-gear/edit',
  '/plant/procedures/new',
  '/plant/machines/new',
  '/plant/machines/P1',
  '/plant/machines/P1/edit',
  '/plant/machines/P1/points/1',
  '/plant/machines/P1/points/1/edit',
  '/plant/machines/P1/points/new',
  '/plant/machines/BM-1/chart',
  '/plant/machines/BM-1/labels',
  '/plant/machines/BM-1/drawing',
  '/plant/machines/SO-2/grid',
  '/plant/machines/BM-1/copy',
  '/plant/machines/BM-1/reservoirs/new',
  '/plant/machines/GL1-01/points/1',
  '/plant/machines/GL1-01/points/1/choose?lubricant=O-220',
  '/plant/machines/SO-2/points/4',
  '/plant/many',
  '/plant/recomputed',
  '/lubricants',
  '/lubricants/O-220',
  '/lubricants/G-22/edit',
  '/lubricants/new',
  '/lubricants/translate?plate=SAE%2090',
  '/lubricants/chart',
  '/lubricants/consolidate',
  '/lubricants/needs',
  '/lubricants/guns',
  '/lubricants/labels',
  '/routes',
  '/routes/new',
  '/log',
  '/bench',
  '/bench/grease.interval',
  '/due',
  '/due?group=area&standing=overdue',
  '/due/levelled',
  '/due/outlook',
  '/due/outlook/2027-W03',
  '/due/what-if',
  '/due/formats',
  '/plant/templates',
  '/plant/templates/new',
  '/plant/closures',
  '/plant/shifts',
  '/plant/settings',
  '/plant/meters/import',
  '/plant/machines/P1/card',
  '/counter/P1',
  '/me',
  '/plant/clients',
  '/plant/devices',
  '/plant/machines/GL1-01/points/1/commission',
];

/** By the plant’s clock. It is no part of a title: a run may go on past midnight. */
const yesterday = () =>
  new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/Vienna' }).format(new Date(Date.now() - 86_400_000));

for (const screen of screens) {
  test(`${screen} has no serious accessibility finding, at both widths, and no sideways scrolling`, async ({
    page,
  }) => {
    await page.goto(screen.replace('(yesterday)', yesterday()));
    expect(await seriousFindings(page)).toEqual([]);
    await page.setViewportSize(phone);
    expect(await seriousFindings(page, byWidth)).toEqual([]);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
  });
}

test('the opening page, an entry, a route and a round have none either', async ({ page }) => {
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
