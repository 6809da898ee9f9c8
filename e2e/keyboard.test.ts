import { type Page, expect, test } from '@playwright/test';
import { logLines, moveDown, openBook, phone } from './book';

test.describe('by keyboard alone', () => {
  /** Tabs until the focused element has this name. */
  async function tabTo(page: Page, name: RegExp) {
    for (let step = 0; step < 150; step += 1) {
      await page.keyboard.press('Tab');
      const focused = await page.evaluate(() => {
        const element = document.activeElement as HTMLElement | null;
        return (
          element?.getAttribute('aria-label') ??
          (element?.id ? document.querySelector(`label[for="${element.id}"]`)?.textContent : null) ??
          element?.textContent ??
          ''
        );
      });
      if (name.test(focused)) return;
    }
    throw new Error(`no element named ${name} was reached by Tab`);
  }

  test('pages are turned, sections opened, shortcuts listed', async ({ page }) => {
    await openBook(page);
    const heading = page.getByRole('heading', { level: 1 });
    const today = await heading.innerText();
    await page.keyboard.press('ArrowLeft');
    await expect(heading).not.toHaveText(today);
    await page.keyboard.press('ArrowRight');
    await expect(heading).toHaveText(today);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('r');
    await expect(page.getByRole('heading', { level: 1, name: 'Routes' })).toBeVisible();
  });

  test('nothing of the margin lies over another at 150 %, and all of it is reached', async ({ page }) => {
    await openBook(page);
    await page.setViewportSize({ width: 853, height: 533 });
    const boxes = [];
    for (const control of await page.getByRole('banner').locator('a:visible, button:visible').all())
      boxes.push((await control.boundingBox())!);
    expect(boxes.length).toBeGreaterThan(10);
    boxes.sort((a, b) => a.y - b.y);
    for (const [place, { y }] of boxes.entries())
      if (place > 0) expect(y).toBeGreaterThanOrEqual(boxes[place - 1]!.y + boxes[place - 1]!.height - 1);
    await tabTo(page, /^Shortcuts/);
    await expect(page.getByRole('button', { name: /^Shortcuts/ })).toBeInViewport();
  });

  test('stops are put in order, and by dragging too', async ({ page }) => {
    await openBook(page, '/routes/new');
    await page.getByLabel('Machine', { exact: true }).selectOption('TR-M1');
    await page.getByRole('button', { name: /^Add all/ }).click();
    const stops = page.getByRole('list', { name: 'Stops in walking order' }).getByRole('listitem');
    const order = async () => (await stops.allInnerTexts()).map((text) => text.match(/TR-M1·\d+/)![0]);
    const before = await order();
    await moveDown(page, stops.first());
    await expect(async () => expect(await order()).toEqual([before[1], before[0], ...before.slice(2)])).toPass();
    const [from, to] = [
      await stops.first().getByRole('button', { name: /^Move/ }).boundingBox(),
      await stops.last().boundingBox(),
    ];
    await page.mouse.move(from!.x + 8, from!.y + 8);
    await page.mouse.down();
    await page.mouse.move(to!.x + 8, to!.y + to!.height - 4, { steps: 12 });
    await page.mouse.up();
    await expect(async () => expect((await order()).at(-1)).toBe(before[1])).toPass();
  });

  test('a finding is written and a method computed', async ({ page }) => {
    await openBook(page, '/plant/machines/TR-G1/points/2');
    await tabTo(page, /^In your words/);
    await page.keyboard.type('Drops on the guard.');
    await tabTo(page, /^Write in the book/);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Written in the book.')).toBeVisible();
    expect((await logLines(page, 'kind=finding'))[0]).toContain('Drops on the guard.');
    await page.goto('/bench/grease.strokes');
    await tabTo(page, /^Grease mass/);
    await page.keyboard.type('20.15');
    await tabTo(page, /^Grams per stroke/);
    await page.keyboard.type('1,2');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Result' })).toContainText('17');
  });

  test('a stop of a round is done', async ({ page }) => {
    await openBook(page, '/routes');
    await page.setViewportSize(phone);
    await page.getByRole('link', { name: 'R-DRYER' }).click();
    await tabTo(page, /^Walk all/);
    await page.keyboard.press('Enter');
    // What another try left open is asked about first, and that question is reached by keyboard too.
    const goOn = page.getByRole('button', { name: 'Go on with it' });
    await expect(goOn.or(page.getByRole('button', { name: /^Done/ }))).toBeVisible();
    if (await goOn.isVisible()) {
      await tabTo(page, /^Go on with it/);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('button', { name: /^Done/ })).toBeVisible();
    await tabTo(page, /^Done/);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: /^Stop 1,.*done$/ })).toBeVisible();
  });
});

test('four ways out of "last service unknown", for many tasks at once', async ({ page }) => {
  await openBook(page, '/plant/unknown', 'Mirela Stöger');
  const group = page.getByRole('group', { name: /TR-D1/ });
  const count = await group.getByRole('checkbox').count();
  expect(count).toBeGreaterThan(3);
  await group.getByRole('checkbox', { name: /of this machine/ }).check();
  await page.getByLabel('Done on …').check();
  await page.getByRole('button', { name: /^Write for/ }).click();
  await expect(page.getByText('Choose the day on which it was last done.')).toBeVisible();
  await page.getByLabel(/^Last done on/).fill('2026-01-15');
  await page.getByRole('button', { name: /^Write for/ }).click();
  await expect(page.getByText(/tasks written\./)).toBeVisible();
  await expect(group).toHaveCount(0);
  await page
    .getByRole('group', { name: /GL3-01/ })
    .getByRole('checkbox')
    .nth(1)
    .check();
  await page.getByLabel('Do it on the next round').check();
  await page.getByRole('button', { name: /^Write for/ }).click();
  await expect(page.getByText('1 task written.')).toBeVisible();
});
