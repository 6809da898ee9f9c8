import { type Locator, type Page, expect, test } from '@playwright/test';
import { addMachine, openBook, press } from './book';

/** Taps a point of the plan, in metres, wherever it is drawn at present. */
async function tapAt(plan: Locator, x: number, y: number): Promise<void> {
  const position = await onScreen(plan, x, y);
  const box = (await plan.boundingBox())!;
  await plan.click({ position: { x: position.x - box.x, y: position.y - box.y }, force: true });
}

/** Where a point of the plan stands on the screen, told from a node whose place is known. */
async function onScreen(plan: Locator, x: number, y: number): Promise<{ x: number; y: number }> {
  return plan.evaluate(
    (svg: SVGSVGElement, [east, north]) => {
      const node = svg.querySelector('[aria-label^="Node w1c1 "]')!;
      const known = Number(/, (\S+)$/.exec(node.getAttribute('aria-label')!)![1]);
      // North is up.
      const down = Number(node.querySelector('circle')!.getAttribute('cy')) + known - north!;
      const { x: left, y: top } = new DOMPoint(east, down).matrixTransform(svg.getScreenCTM()!);
      return { x: left, y: top };
    },
    [x, y],
  );
}

const status = (page: Page) => page.getByRole('status').first();

test('a planner draws an aisle, places a machine, undoes, saves, and takes the plan out and in', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openBook(page, '/plant/machines/new', 'Mirela Stöger');
  await addMachine(page, 'PR-91');
  await page.goto('/plant/floor');
  const plan = page.getByRole('group', { name: 'Floor plan' });
  await expect(status(page)).toContainText('not placed yet');

  // By mouse: from a node of the way into the press hall, a bend, undone and drawn again.
  await page.getByRole('radio', { name: 'Aisle' }).click();
  await tapAt(plan, 74, 111);
  await tapAt(plan, 74, 136);
  await tapAt(plan, 90, 136);
  const aisles = plan.getByRole('button', { name: /^Aisle from n/ });
  await expect(plan.getByRole('button', { name: /^Aisle / }).last()).toHaveAccessibleName(/^Aisle from n\d+ to n\d+$/);
  const drawn = await aisles.count();
  await page.keyboard.press('Control+z');
  await expect(aisles).toHaveCount(drawn - 1);
  await press(page, 'Redo');
  await expect(aisles).toHaveCount(drawn);
  await press(page, 'End this aisle');

  // By keyboard alone: the machine beside it, then a step to the east.
  await page.getByRole('radio', { name: 'Machine' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'Machine' }).selectOption('PR-91');
  await page.getByLabel('East, m').first().fill('88');
  await page.getByLabel('North, m').first().fill('133');
  await press(page, 'Put it here');
  await expect(plan.getByRole('button', { name: 'Machine PR-91 at 88, 133' })).toBeVisible();
  await page.getByRole('radio', { name: 'Move' }).click();
  await plan.getByRole('button', { name: 'Machine PR-91' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(plan.getByRole('button', { name: 'Machine PR-91 at 89, 133' })).toBeVisible();

  // By mouse it is dragged; one undo takes the whole way back.
  const from = await onScreen(plan, 89, 133);
  const to = await onScreen(plan, 84, 131);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, to.y, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  const dragged = plan.getByRole('button', { name: /^Machine PR-91 at (8[345])(\.\d)?, 13[01](\.\d)?$/ });
  await expect(dragged).toBeVisible();
  await press(page, 'Undo');
  await expect(plan.getByRole('button', { name: 'Machine PR-91 at 89, 133' })).toBeVisible();
  await press(page, 'Save the plan');
  await expect(page.getByRole('button', { name: 'Saved', exact: true })).toBeVisible();
  await page.reload();
  await expect(plan.getByRole('button', { name: 'Machine PR-91 at 89, 133' })).toBeVisible();

  // Out as a file, cleared of the machine, and in again.
  const download = page.waitForEvent('download');
  await press(page, 'Save as GeoJSON');
  const file = await (await download).path();
  await plan.getByRole('button', { name: 'Machine PR-91' }).focus();
  await page.keyboard.press('Delete');
  await expect(plan.getByRole('button', { name: 'Machine PR-91' })).toHaveCount(0);
  await page.getByLabel('Read GeoJSON').setInputFiles(file);
  await expect(page.getByText(/^Read from/)).toBeVisible();
  await expect(plan.getByRole('button', { name: 'Machine PR-91 at 89, 133' })).toBeVisible();

  // What is cut off is said at once, and what somebody else saved meanwhile is not drawn over.
  await page.getByRole('radio', { name: 'Aisle' }).click();
  await page.getByLabel('East, m').first().fill('-40');
  await page.getByLabel('North, m').first().fill('10');
  await press(page, 'Draw to this point');
  await expect(status(page)).toContainText('in 2 pieces');
  const other = await page.context().newPage();
  await other.goto('/plant/floor');
  await other.getByRole('button', { name: 'Store Cart at' }).focus();
  await other.keyboard.press('ArrowUp');
  await press(other, 'Save the plan');
  await expect(other.getByRole('button', { name: 'Saved', exact: true })).toBeVisible();
  await press(page, 'Save the plan');
  await expect(page.getByText(/Someone else has changed this meanwhile/)).toBeVisible();
  await expect(status(page)).toContainText('in 2 pieces');
});
