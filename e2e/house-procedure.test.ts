import { expect, test } from '@playwright/test';
import { openBook, openStop, phone, press } from './book';

test('a planner writes the plant’s own way, sees it as the technician will, and the next round goes by it', async ({
  browser,
  page,
}) => {
  test.setTimeout(120_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  await openBook(page, '/plant/procedures/bottle-oiler', 'Mirela Stöger');
  await page.getByRole('link', { name: 'Write our own way' }).click();
  await page.getByLabel('Title').fill('Constant-level bottle, our way');
  const steps = page.getByRole('list', { name: 'Steps in order' });
  const seen = page.getByRole('region', { name: 'As the technician sees it' });

  // What is not in order is said while it is typed, and not kept.
  await steps.getByRole('button', { name: /^open something/ }).click();
  await steps.getByLabel('While it is open the machine').selectOption('never');
  await expect(seen).toContainText('step 3: Bottle off its seat is opened on a machine that nobody has isolated.');
  await page.getByLabel('What is different, and why').fill('The bottle is wiped before it goes back.');
  await press(page, 'Keep this version');
  await expect(page.getByText(/Not saved/)).toBeVisible();
  await expect(steps).toContainText('opened on a machine that nobody has isolated');
  await steps.getByLabel('While it is open the machine').selectOption('may');

  // A step more, and one moved by keyboard: it stands with the technician at once.
  await press(page, 'Another step after step 4');
  await steps.getByLabel('What the step says').last().fill('Wipe seat and bottle with a cloth that leaves no lint.');
  const handle = steps.getByRole('button', { name: 'Move step 2' });
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/is over place 2 of 6/)).toBeAttached();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText(/is over place 1 of 6/)).toBeAttached();
  await page.keyboard.press('Space');
  await expect(seen.getByRole('listitem').first()).toContainText('The adjuster sets the level');
  await expect(seen).toContainText('Wipe seat and bottle');
  await press(page, 'Walk through it');
  await press(page, 'Done');
  await press(page, 'Read it');
  await press(page, 'Go on');
  await expect(page.getByRole('dialog')).toContainText('Step 3 of 6');
  await page.getByRole('dialog').getByRole('button', { name: 'Back' }).first().click();
  await press(page, 'Keep this version');

  const difference = page.getByRole('region', { name: /^How it differs from “Constant-level bottle”/ });
  await expect(difference.getByRole('listitem').filter({ hasText: 'New' })).toContainText('Wipe seat and bottle');
  await expect(difference.getByRole('listitem').filter({ hasText: 'Moved' })).toHaveCount(1);
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText('MS, ');
  const own = page.url();
  await page.goto('/plant/procedures/bottle-oiler');
  await expect(page.getByText('Here it is done otherwise')).toBeVisible();

  const walker = await (await browser.newContext({ viewport: phone })).newPage();
  await openStop(walker, 'R-DRYER', /SD-P1·04 Refill the bottle/);
  await expect(walker.getByRole('button', { name: /Constant-level bottle, our way$/ })).toBeVisible();
  await walker.context().close();

  await page.goto(own);
  await press(page, 'Take it out of use');
  await expect(page.getByText(/^Out of use: tasks that name it go by “Constant-level bottle”/)).toBeVisible();
  await page.goto('/plant/procedures');
  await expect(page.getByText(/Out of use:/)).toContainText('Constant-level bottle, our way');
});

test('only a planner writes one', async ({ page }) => {
  await page.goto('/sign-in?to=/plant/procedures/new');
  await press(page, /Tomasz Oberleitner/);
  await expect(page.getByText('This page is not for Tomasz Oberleitner')).toBeVisible();
  await expect(page.getByText('Planners change the plan.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to today' }).click();
  await expect(page).toHaveURL(/\/today\//);
});
