import { expect, test } from '@playwright/test';
import { logLines, openStop, press, pressAndArrive, read } from './book';

test.describe.configure({ mode: 'serial' });

test('a ring that stands still and a bearing that is warm are found, not done', async ({ page }) => {
  await openStop(page, 'R-PUMP', /CP-W1·01 Ring turns, level right/);
  await press(page, 'Look: Oil ring');
  await press(page, 'stands still, or hangs');
  await press(page, '50 % middle');
  await read(page, '78');
  await expect(page.getByRole('button', { name: 'Done: in order' })).toHaveCount(0);
  await pressAndArrive(page, 'Not in order: write it', 'check');
  await page.goto('/condition?machine=CP-W1&urgency=act-now');
  const row = page.getByRole('region', { name: 'Findings' }).getByRole('listitem').filter({ hasText: 'CP-W1·01' });
  await expect(row).toContainText('Oil ring: stands still, or hangs.');
  const [look] = await logLines(page, 'machine=CP-W1&kind=check');
  expect(look).toContain('Bearing temperature 78 °C');
  expect(look).toContain('not in order');
});

test('coolant is read, corrected by what the stop says, and read again', async ({ page }) => {
  await openStop(page, 'R-TOOL', /Read the refractometer, correct/);
  await press(page, 'Read Concentration');
  await read(page, '3.6');
  await expect(page.getByText(/Add .* L of concentrate/)).toBeVisible();
  await expect(page.getByText(/Stir concentrate into water/)).toBeVisible();
  await press(page, /^Concentration/);
  await read(page, '5.5');
  await expect(page.getByText(/^✗ below/)).toHaveCount(0);
});

test('two instruments that disagree, a sample that clears and one that does not', async ({ page }) => {
  await openStop(page, 'R-PRESS', /P1·01 Read temperature, filter and gauges/);
  await press(page, 'Look: Oil in the glass');
  await press(page, 'milky, a sample cleared from below within minutes');
  await press(page, 'dry, clean');
  await read(page, '50');
  await read(page, '1.2');
  await read(page, '200');
  await read(page, '14');
  await expect(page.getByText('✗ above its warning')).toBeVisible();
  await pressAndArrive(page, 'Not in order: write it', 'check');
  await page.goto('/condition?machine=P1');
  const rows = page.getByRole('region', { name: 'Findings' }).getByRole('listitem');
  await expect(rows.filter({ hasText: 'two instruments disagree' })).toHaveCount(1);
  // Air is watched; where a failure costs most it is planned.
  await expect(rows.filter({ hasText: 'a sample cleared' })).toContainText('plan');

  await openStop(page, 'R-PRESS', /P2·01 Read temperature, filter and gauges/);
  await press(page, 'Look: Oil in the glass');
  await press(page, 'milky, a sample stayed cloudy for an hour');
  await press(page, 'dry, clean');
  for (const value of ['50', '1.2', '200', '2']) await read(page, value);
  await pressAndArrive(page, 'Not in order: write it', 'check');
  const [water] = await logLines(page, 'machine=P2&kind=finding');
  expect(water).toContain('oil milky (act now)');
  await page.goto('/plant/machines/P1/trends');
  await expect(page.getByRole('img', { name: /Gauge less display at P1·01/ })).toBeVisible();
});

test('a level in another state is an observation, and judges nothing', async ({ page }) => {
  await openStop(page, 'R-FINISH', /SO-1·01 Grease arrives/);
  await press(page, 'Read Level in the reservoir');
  await read(page, '12');
  await read(page, '130');
  // Low in the reservoir and high in the line are two things, each with its own urgency.
  await pressAndArrive(page, 'Not in order: write it', 'check');
  const findings = await logLines(page, 'machine=SO-1&kind=finding');
  expect(findings[1]).toContain('Level in the reservoir 12 %, below 20 %');
  expect(findings[0]).toContain('(act now)');
  expect(findings[0]).toContain('Pressure in the line 130 bar, above the stop at 120 bar');
});
