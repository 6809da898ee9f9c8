import { expect, test } from '@playwright/test';
import { connect } from '@/db/connection';
import { openBook } from './book';

test('what a planner changes stands on the page of the thing, with what it was, and in the log', async ({ page }) => {
  await openBook(page, '/plant/machines/KI-F1/edit', 'Mirela Stöger');
  const name = page.getByLabel('Name').first();
  await expect(name).not.toHaveValue('');
  const before = await name.inputValue();
  await name.fill(`${before}, rebuilt`);
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('rebuilt');
  await page.getByText(/^What was changed/).click();
  const line = page.getByRole('region', { name: 'What was changed' }).getByRole('listitem').first();
  await expect(line).toContainText(`Machine KI-F1: name ${before} → ${before}, rebuilt`);
  await expect(line).toContainText('by Mirela Stöger');
  await line.getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Plan changed');
  await expect(page.getByRole('main')).toContainText('Machine KI-F1: name');
  // What a planner wrote about the plan is not corrected like an entry: the next change takes its place.
  await expect(page.getByRole('heading', { name: 'Correct this entry' })).toBeHidden();
});

test('nothing that was changed in all these flows is missing in the log, and nothing came past the book', async () => {
  const db = connect(process.env.TEST_RUNNING_DATABASE_URL!, 1);
  const waiting = await db.select<{ thing: string }>('SELECT thing FROM change_seen');
  const outside = await db.Entry.findAll({ where: { deviceId: 'database' }, attributes: ['body'] });
  const recorded = await db.Entry.count({ where: { kind: 'plan-change' } });
  await db.close();
  const past = [
    ...waiting.map(({ thing }) => thing),
    ...outside.flatMap(({ body }) =>
      (JSON.parse(body) as { changes: { thing: string }[] }).changes.map(({ thing }) => thing),
    ),
  ];
  // Tests of sign-in put people and tokens into the database themselves.
  expect(
    past.filter(
      (thing) => !['person', 'machine_client', 'sign_in_secret', 'sign_in_link', 'enrolled_device'].includes(thing),
    ),
  ).toEqual([]);
  expect(recorded).toBeGreaterThan(0);
});
