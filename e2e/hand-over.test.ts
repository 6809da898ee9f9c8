import { expect, test } from '@playwright/test';
import { openBook } from './book';

test('a shift is handed over on one sheet, and the next one says that it has read it', async ({ page }) => {
  await openBook(page, '/today', 'Jonas Kreil');
  await page.getByRole('link', { name: 'Hand-over' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Hand-over');
  for (const name of ['Rounds', 'Skipped, and why', 'Open things', 'Open findings'])
    await expect(page.getByRole('region', { name })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Open things' })).toContainText('RM-C3·01');
  const readBy = page.getByRole('region', { name: 'Read', exact: true });
  await expect(readBy).toContainText('Everything written on this device is in the book.');
  await page.getByRole('button', { name: 'Read by Jonas Kreil' }).click();
  await expect(readBy.getByRole('listitem')).toContainText('JK Jonas Kreil');
  await expect(page.getByRole('button', { name: /^Read by/ })).toHaveCount(0);
});
