import { expect, test } from '@playwright/test';
import { addMachine, openBook, phone } from './book';

test.describe.configure({ mode: 'serial' });

const code = `GR-${Date.now() % 1_000_000}`;

/** A sheet of thirty points as a spreadsheet puts it on the clipboard, two rows of it faulty. */
const sheet = [
  'Name\tKind\tWhere\tDesignation\tSpeed\tTemperature\tLubricant\tAmount\tEvery h\tColour',
  ...Array.from(
    { length: 28 },
    (_, index) => `Roller ${index + 1}\tRolling bearing\tFrame ${index + 1}\t6208\t300\t45\tG-22\t\t\tred`,
  ),
  'Roller 29\tRoling bearing\tFrame 29\t6208\t300\t45\tG-22\t\t\tred',
  'Drive chain\tChain\tLeft side\t\t\t\tO-151\t40 drops\t80\tred',
].join('\n');

test('a thirty-point machine is entered by pasting, with two faulty rows, in one go', async ({ page }) => {
  await openBook(page, '/today', 'Mirela Stöger');
  await addMachine(page, code, 'Test roller table');
  await page.getByRole('link', { name: 'Points as a table' }).click();
  const first = page.getByLabel('Kind, row 1', { exact: true });
  await first.focus();
  await first.evaluate((field, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, sheet);
  await expect(page.getByText('Not understood and left out: "Colour".')).toBeVisible();
  await expect(page.getByLabel('Name, row 30', { exact: true })).toHaveValue('Drive chain');
  await page.getByRole('button', { name: 'Check the rows' }).click();
  await expect(page.getByText('say which document')).toBeVisible();
  await page.getByLabel('Where it comes from').fill('Manual, page 12');
  await page.getByRole('button', { name: 'Save 30 new' }).click();
  await expect(page.getByText('2 rows of 30 need another look. Nothing has been saved.')).toBeVisible();
  await expect(page.getByText('Kind: choose one.')).toBeVisible();
  await expect(page.getByText('Lubricant: O-151 is not in the store room.')).toBeVisible();
  await page.getByLabel('Kind, row 29', { exact: true }).fill('Rolling bearing');
  await page.getByLabel('Lubricant, row 30', { exact: true }).fill('O-150');
  await page.getByRole('button', { name: 'Save 30 new' }).click();
  await expect(page).toHaveURL(new RegExp(`/plant/machines/${code}$`));
  await expect(page.getByRole('heading', { name: /Points in walking order/ })).toContainText('30 points');
  await expect(page.getByText('7.2 g').first()).toBeVisible();
});

test('what stands below a long list keeps its place while the rest of it is drawn', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}`, 'Mirela Stöger');
  const endOfTasks = async () => {
    const { y, height } = (await page.getByRole('region', { name: 'Tasks' }).boundingBox())!;
    return y + height;
  };
  for (const size of [{ width: 1280, height: 800 }, phone]) {
    await page.setViewportSize(size);
    await page.route('**/*.js', (route) => route.abort());
    await page.goto(`/plant/machines/${code}`);
    const rows = page.getByRole('region', { name: /Points in walking order/ }).getByRole('listitem');
    await expect(rows).toHaveCount(24);
    const asSent = await endOfTasks();
    await page.unroute('**/*.js');
    await page.goto(`/plant/machines/${code}`);
    await expect(rows).toHaveCount(30);
    // A row may be one line higher than usual; a finger covers some 44 pixels.
    expect(Math.abs((await endOfTasks()) - asSent), `at ${size.width}`).toBeLessThan(30);
  }
});

test('its chart for the wall is one page, one more what is read there, and one its labels', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/chart`, 'Mirela Stöger');
  const pages = async () =>
    ((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? []).length;
  expect(await pages()).toBe(1);
  for (const read of ['BM-1', 'P1']) {
    await page.goto(`/plant/machines/${read}/chart`);
    await expect(page.getByRole('article').last()).toContainText('Readings and looks');
    expect(await page.getByRole('article').count()).toBe(2);
    expect(await pages()).toBe(2);
  }
  await page.goto('/plant/machines/BM-1/labels');
  expect(await pages()).toBe(1);
});

test('the machine is duplicated with its points', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/copy`, 'Mirela Stöger');
  await page.getByLabel('Machine codes').fill(code);
  await page.getByRole('button', { name: 'Duplicate with its points' }).click();
  await expect(page.getByText('Codes are never reused').first()).toBeVisible();
  await page.getByLabel('Machine codes').fill(`${code}-B`);
  await page.getByRole('button', { name: 'Duplicate with its points' }).click();
  await expect(page).toHaveURL(new RegExp(`/plant/machines/${code}-B$`));
  await expect(page.getByRole('heading', { name: /Points in walking order/ })).toContainText('30 points');
});

test('the walking order is changed one place at a time, once that is asked for', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}-B`, 'Mirela Stöger');
  const walked = page
    .getByRole('list')
    .filter({ has: page.getByRole('link', { name: `${code}-B·01` }) })
    .getByRole('listitem');
  await expect(walked.first()).toContainText(`${code}-B·01`);
  await expect(page.getByRole('button', { name: /^Walk to/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Change the walking order' }).click();
  await expect(page.getByRole('button', { name: `Walk to ${code}-B·01 earlier` })).toBeDisabled();
  await expect(page.getByRole('button', { name: `Walk to ${code}-B·30 later` })).toBeDisabled();
  await page.getByRole('button', { name: `Walk to ${code}-B·01 later` }).click();
  await expect(walked.first()).toContainText(`${code}-B·02`);
  await page.reload();
  await expect(walked.first()).toContainText(`${code}-B·02`);
  await expect(walked.nth(1)).toContainText(`${code}-B·01`);
});

test('many points are changed at once, seen before, and taken back', async ({ page }) => {
  await openBook(page, '/plant/many', 'Mirela Stöger');
  await page.getByRole('combobox', { name: 'Machine', exact: true }).selectOption(code);
  await page.getByRole('button', { name: 'Pick all 30 shown' }).click();
  await page.getByRole('combobox', { name: 'Change', exact: true }).selectOption({ label: 'Cautions, add a sentence' });
  await page.getByRole('textbox', { name: 'To', exact: true }).fill('Pinch point between rollers.');
  await page.getByRole('button', { name: 'Show what would change' }).click();
  await expect(page.getByText('Nothing is changed yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Change 30 points' }).click();
  await expect(page.getByText('30 points changed.')).toBeVisible();
  await page.goto(`/plant/machines/${code}/points/7`);
  await expect(page.getByText('Caution. Pinch point between')).toBeVisible();
  await page.goto('/plant/many');
  await page.getByRole('button', { name: 'Take back Cautions, add a sentence, 30 points' }).first().click();
  await expect(page.getByText('Taken back: 30 points as before.')).toBeVisible();
  await page.goto(`/plant/machines/${code}/points/7`);
  await expect(page.getByRole('heading', { name: 'Lubricant' })).toBeVisible();
  await expect(page.getByText('Caution. Pinch point between')).toHaveCount(0);
});

test('"/" goes anywhere by code or name, by keyboard alone', async ({ page }) => {
  await openBook(page, '/today', 'Mirela Stöger');
  await page.keyboard.press('/');
  const field = page.getByRole('combobox', { name: /Machine, point, lubricant/ });
  await expect(field).toBeFocused();
  await page.keyboard.type('BM-1·03');
  await expect(page.getByRole('option').first()).toContainText('Reduction gear');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/plant\/machines\/BM-1\/points\/3$/);
  await page.keyboard.press('/');
  await page.keyboard.type('Nordlicht');
  await expect(page.getByRole('option')).toHaveCount(2);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/lubricants\/O-4[56]$/);
});

test('the drawing is changed by keyboard and by dragging, and shows on the chart', async ({ page }) => {
  await openBook(page, '/plant/machines/TR-M1/drawing', 'Mirela Stöger');
  const number = page.getByRole('slider', { name: /^1:/ });
  const before = await number.getAttribute('aria-valuenow');
  await number.focus();
  for (let press = 0; press < 5; press += 1) await page.keyboard.press('ArrowRight');
  await expect(number).not.toHaveAttribute('aria-valuenow', before!);
  await page.getByRole('button', { name: 'Add a box' }).click();
  // Told apart from that of an earlier try.
  await page.getByLabel('Label').last().fill(`Tank ${code}`);
  await page.getByRole('button', { name: 'Save drawing' }).click();
  await expect(page).toHaveURL(/\/chart$/);
  // The address is the chart's before the drawing has left the page.
  await expect(page.getByRole('button', { name: 'Save drawing' })).toBeHidden();
  await expect(page.getByText(`Tank ${code}`)).toBeVisible();
});

test('the order list is a CSV of every lubricant', async ({ page }) => {
  await openBook(page, '/lubricants/needs', 'Mirela Stöger');
  const answer = await page.request.get('/api/needs.csv');
  expect(answer.headers()['content-type']).toContain('text/csv');
  const [head, ...rows] = (await answer.text()).trim().split('\r\n');
  expect(head).toContain('code,name,designation,unit,per month,per year,on hand,to order for a year');
  expect(rows.find((row) => row.startsWith('G-22'))).toMatch(/,kg,\d+(\.\d+)?,\d+(\.\d+)?,\d+/);
});

test('a lubricant, its stock and a gun are entered, wrong input explained', async ({ page }) => {
  const house = `T-${Date.now() % 100_000}`;
  await openBook(page, '/lubricants/new', 'Mirela Stöger');
  await page.getByLabel('House code').fill(house);
  await page.getByLabel('Name').fill('Trial grease');
  await page.getByLabel('Kind', { exact: false }).first().selectOption('grease');
  await page.getByRole('button', { name: 'Add lubricant' }).click();
  await expect(page.getByText('NLGI: a grease is chosen by it. Choose one.')).toBeVisible();
  await page.getByLabel('NLGI number').selectOption('2');
  await page.getByLabel('Used up to').fill('266 °F');
  await expect(page.getByText('266 °F = 130 °C')).toBeVisible();
  await page.getByRole('button', { name: 'Add lubricant' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(house);
  await page.getByLabel('Container').fill('5 kg pail');
  await page.getByLabel('Batch').fill('26-1');
  await page.getByLabel('In it').fill('5 oz');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByText('Ounces of weight or of volume?')).toBeVisible();
  await page.getByLabel('In it').fill('5 kg');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByText('5 kg pail, batch 26-1')).toBeVisible();
  await page.goto('/lubricants/guns');
  const form = page.getByRole('region', { name: 'Add a gun' });
  await form.getByLabel('Gun code').fill(house);
  await form.getByLabel('Name').fill('Trial gun');
  await form.getByLabel('Grease').selectOption({ label: `${house} Trial grease` });
  await form.getByLabel('Strokes pumped').fill('20');
  await form.getByLabel('They weighed').fill('26');
  await form.getByRole('button', { name: 'Add gun' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: `${house} Trial gun` })).toContainText('1.3 g a stroke');
});

test('a task is changed, refused with what was typed kept, and seen at the point', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/points/30`, 'Mirela Stöger');
  await page.getByRole('link', { name: 'Change this task' }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Renew the film');
  await expect(page.getByLabel('How often')).toHaveValue('80 h');
  await page.getByLabel('How often').fill('3 × 8 h; then 1,500 h');
  await page.getByLabel('Title').fill('Oil the drive chain');
  await page.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByText(/How often: .*1,500/)).toBeVisible();
  await expect(page.getByLabel('Title')).toHaveValue('Oil the drive chain');
  await page.getByLabel('How often').fill('3 × 8 h; then 120 h or monthly');
  await expect(page.getByText('Read as: 3 × 8 h; then 120 h or 30 d, whichever comes first')).toBeVisible();
  await page.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByRole('heading', { name: /^Oil the drive chain/ })).toBeVisible();
  await expect(page.getByText('run-in: 3 times every 8 h')).toBeVisible();
  await expect(page.getByText('every 120 h or monthly')).toBeVisible();
});

test('what is computed is overruled at the point, not changed', async ({ page }) => {
  await openBook(page, `/plant/machines/${code}/points/1`, 'Mirela Stöger');
  await page.getByRole('link', { name: 'Change this task' }).click();
  await expect(page.getByText('How often is computed; overrule it at the point.')).toBeVisible();
  await expect(page.getByText('The amount is computed; overrule it at the point.')).toBeVisible();
  await page.getByLabel('Time').fill('7');
  await page.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByText('7.2 g').first()).toBeVisible();
});

test('a task, a point and a machine go out of use and come back', async ({ page }) => {
  const due = async () =>
    ((await (await page.request.get(`/api/due?machine=${code}`)).json()) as { total: number }).total;
  await openBook(page, `/plant/machines/${code}/points/30`, 'Mirela Stöger');
  const before = await due();
  const takeOut = async () => {
    await page.getByText(/^Take .* out of use$/).click();
    await page.getByRole('button', { name: 'Out of use from today' }).click();
    await expect(page.getByText('Out of use since')).toBeVisible();
  };
  await page.getByRole('link', { name: 'Change this task' }).click();
  await takeOut();
  expect(await due()).toBe(before - 1);
  await page.goto(`/plant/machines/${code}/points/30`);
  await expect(page.getByText('Out of use since')).toBeVisible();
  await page.getByRole('button', { name: 'Use Oil the drive chain again' }).click();
  await expect(page.getByRole('heading', { name: /^Oil the drive chain/ })).toBeVisible();

  await page.goto(`/plant/machines/${code}/points/29/edit`);
  await takeOut();
  await page.goto(`/plant/machines/${code}`);
  await expect(page.getByRole('heading', { name: /Points in walking order/ })).toContainText('29 points');
  await page.getByRole('link', { name: `${code}·29` }).click();
  await page.getByRole('button', { name: `Use ${code}·29 again` }).click();
  await expect(page.getByText('Out of use since')).toBeHidden();

  await page.goto(`/plant/machines/${code}/edit`);
  await takeOut();
  expect(await due()).toBe(0);
  await page.goto('/plant');
  await page.getByRole('link', { name: code, exact: true }).click();
  await page.getByRole('button', { name: `Use ${code} again` }).click();
  await expect(page.getByText('Out of use since')).toBeHidden();
  expect(await due()).toBe(before);
});

test('a route and a template out of use lead back to their list, and come back from there', async ({ page }) => {
  await openBook(page, '/routes/new', 'Mirela Stöger');
  await page.getByLabel('Route code').fill(`R-${code}`);
  await page.getByLabel('Name').fill('Walk for a while');
  await page.getByLabel('Machine', { exact: true }).selectOption(code);
  await page.getByRole('button', { name: /^Add all/ }).click();
  await page.getByRole('button', { name: 'Make route' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`R-${code}`);
  const takeOut = async () => {
    await page.getByText(/^Take .* out of use$/).click();
    await page.getByRole('button', { name: 'Out of use from today' }).click();
  };
  await page.goto(`${page.url()}/edit`);
  await takeOut();
  await expect(page).toHaveURL(/\/routes$/);
  await expect(page.getByRole('link', { name: `R-${code}` })).toHaveCount(0);
  await page.getByRole('button', { name: `Use R-${code} again` }).click();
  await expect(page.getByRole('link', { name: `R-${code}` })).toBeVisible();

  await page.goto('/plant/templates');
  await page.getByRole('link', { name: 'Gear case, quarter and year', exact: true }).click();
  await takeOut();
  await expect(page).toHaveURL(/\/plant\/templates$/);
  await page.getByRole('button', { name: 'Use Gear case, quarter and year again' }).click();
  await expect(page.getByRole('link', { name: 'Gear case, quarter and year', exact: true })).toBeVisible();
});
