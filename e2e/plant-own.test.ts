import { expect, test } from '@playwright/test';
import { addMachine, openBook, phone } from './book';

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
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: /Helga Bauer/ })).toBeVisible();
  await page.goto('/plant/people');
  await page.getByRole('button', { name: 'Take Helga Bauer off the list' }).click();
  await expect(page.getByText('Off the list since')).toBeVisible();
  await page.goto('/sign-in');
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

test('an old lathe: clutches, a title that goes with what is done, letters of its own chart', async ({ page }) => {
  const code = `TL-${Date.now() % 1_000_000}`;
  await openBook(page);
  await addMachine(page, code, 'Old lathe');
  await page.getByRole('link', { name: 'Add a point', exact: true }).click();
  await page.getByLabel('Kind').first().selectOption({ label: 'Machine-tool gearbox' });
  await page.getByLabel('Name').fill('Headstock');
  await page.getByLabel('Where on the machine').fill('Glass, front');
  await page.getByLabel('Clutches or brakes inside').selectOption('yes');
  await page.getByRole('button', { name: 'Add point' }).click();
  await page.getByRole('link', { name: 'Choose a lubricant' }).click();
  await expect(
    page.getByText('graphite and molybdenum make clutches, brakes and backstops slip').first(),
  ).toBeVisible();
  await page.goto(`/plant/machines/${code}/points/1/choose?lubricant=O-32#assign`);
  await page.getByLabel('Source', { exact: false }).first().selectOption('manual');
  await page.getByLabel('Which document or who').fill('Chart in the lid, letter A');
  await page.getByRole('button', { name: 'Record assignment' }).click();

  await page.getByText('State a task from the manual').click();
  const title = page.getByLabel('Title');
  await expect(title).toHaveValue('Change oil');
  await page.getByLabel('What is done').selectOption('check');
  await expect(title).toHaveValue('Check');
  await title.fill('Look at the glass');
  await page.getByLabel('What is done').selectOption('top-up');
  await expect(title).toHaveValue('Look at the glass');
  await page.getByLabel('Counted in').selectOption('to-mark');
  await page.getByLabel('How often').fill('monthly');
  await page.getByRole('button', { name: 'Add task' }).click();
  await expect(page.getByRole('heading', { name: /^Look at the glass/ })).toBeVisible();

  await page.goto('/lubricants/O-32');
  await page.getByText('Record a former product').click();
  await page.getByLabel('Former product').fill('A');
  await page.getByLabel('Which document or who').last().fill('Chart in the lid: 150 SUS');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText('say whose chart calls it A')).toBeVisible();
  await page.getByLabel('Only on machine').fill(code);
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText(`on the chart of ${code}`)).toBeVisible();
  await page.goto('/lubricants/translate?plate=A');
  await expect(page.getByText(`A on the chart of ${code}`)).toBeVisible();
  await page.goto(`/plant/machines/${code}/chart`);
  await expect(page.getByText('(A on the maker’s chart)')).toBeVisible();
});
