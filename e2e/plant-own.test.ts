import { expect, test } from '@playwright/test';
import { openBook, phone } from './book';

const planner = 'Mirela Stöger';

test('the plant names its own ambient bands, and keeps those that lubricants are assigned for', async ({ page }) => {
  await openBook(page, '/plant', planner);
  await page.getByRole('link', { name: 'Ambient bands' }).click();
  await expect(page.getByRole('heading', { name: 'winter' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a band' }).click();
  const name = page.getByLabel(/^Name/).last();
  await name.fill('kiln side');
  await page.getByLabel(/^From/).last().fill('60');
  await page.getByLabel(/^To/).last().fill('40');
  await page.getByRole('button', { name: 'Save bands' }).click();
  await expect(page.getByText('Were the two swapped?')).toBeVisible();
  await expect(name).toHaveValue('kiln side');
  await page.getByLabel(/^From/).last().fill('40');
  await page.getByLabel(/^To/).last().fill('140 °F');
  await page.getByRole('button', { name: 'Save bands' }).click();
  await expect(page.getByRole('heading', { name: 'kiln side 40 to 60 °C' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove band 1' }).click();
  await page.getByRole('button', { name: 'Save bands' }).click();
  await expect(page.getByText('Lubricants are assigned for winter')).toBeVisible();
  // As it was, for whoever comes next.
  await page.reload();
  await page.getByRole('button', { name: 'Remove band 3' }).click();
  await page.getByRole('button', { name: 'Save bands' }).click();
  await expect(page.getByRole('heading', { name: 'kiln side' })).toHaveCount(0);
  await page.goto('/log?kind=note');
  await expect(
    page.getByText('Ambient bands of the plant: winter -15 to 10 °C, summer 10 to 40 °C.').first(),
  ).toBeVisible();
});

test('people are added with what they may do, open the book, and are taken off the list', async ({ page }) => {
  await openBook(page, '/plant/people', planner);
  await page
    .getByLabel(/^Initials/)
    .last()
    .fill('hb');
  await page.getByLabel(/^Name/).last().fill('Helga Bauer');
  await page
    .getByLabel(/^Works as/)
    .last()
    .fill('fitter');
  await page.getByRole('button', { name: 'Put on the list' }).click();
  await expect(page.getByText('they are those of Hanna Brückl')).toBeVisible();
  await page
    .getByLabel(/^Initials/)
    .last()
    .fill('hg');
  await page.getByRole('group', { name: 'May do the work of' }).last().getByLabel('mechanic').check();
  await page.getByRole('button', { name: 'Put on the list' }).click();
  await expect(page.getByRole('heading', { name: 'Helga Bauer fitter' })).toBeVisible();
  await expect(page.getByText('May do the work of: mechanic.')).toBeVisible();
  await page.goto('/open');
  await expect(page.getByRole('button', { name: /Helga Bauer/ })).toBeVisible();
  await page.goto('/plant/people');
  await page.getByRole('button', { name: 'Take Helga Bauer off the list' }).click();
  await expect(page.getByText('Off the list since')).toBeVisible();
  await page.goto('/open');
  await expect(page.getByRole('button', { name: /Helga Bauer/ })).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: phone });

  test('a whole machine is commissioned at once, on a day chosen from the calendar', async ({ page }) => {
    await openBook(page, '/plant/machines/RM-B3/commission', planner);
    await page.getByRole('button', { name: 'Calendar: When' }).click();
    await page.getByRole('gridcell', { selected: true }).getByRole('button').press('ArrowLeft');
    await page.keyboard.press('Enter');
    await page.getByLabel('Time: When').fill('645');
    const gear = page.getByRole('group', { name: /Apron drive gear/ });
    await gear.getByLabel(/^Litres/).fill('-1');
    await page.getByRole('button', { name: 'Write commissioning of the machine' }).click();
    await expect(page.getByText('Say what went in, or leave it empty.')).toBeVisible();
    await gear.getByLabel(/^Litres/).fill('2');
    await page.getByRole('button', { name: 'Write commissioning of the machine' }).click();
    await page.waitForURL(/machines\/RM-B3$/);
    await page.goto('/log?machine=RM-B3&kind=commissioning');
    await expect(page.getByText('commissioned or overhauled')).toHaveCount(2);
  });
});
