import { type APIRequestContext, type Locator, type Page, expect } from '@playwright/test';

export const phone = { width: 390, height: 844 };

/** Signs in by a tap on a name, as the demo lets everybody, and goes to a page. */
export async function openBook(page: Page, to = '/today', name = 'Hanna Brückl'): Promise<void> {
  await page.goto(`/sign-in?to=${encodeURIComponent(to)}`);
  await page.getByRole('button', { name }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
}

/** Has what is asked without a page signed in as somebody. @returns the person's identifier */
export async function signIn(request: APIRequestContext, initials = 'MS'): Promise<string> {
  const answer = await request.post('/api/session', { data: { initials } });
  expect(answer.status(), await answer.text()).toBe(201);
  return ((await (await request.get('/api/session')).json()) as { person: { id: string } }).person.id;
}

/** Adds a machine to the press hall; its page is open then. */
export async function addMachine(page: Page, code: string, name = 'Test blower'): Promise<void> {
  await page.goto('/plant/machines/new');
  await page.getByLabel('Machine code').first().fill(code);
  await page.getByLabel('Name').first().fill(name);
  await page.getByLabel('Area').first().selectOption({ label: 'PR Press hall' });
  await page.getByLabel('Hours a day by plan').fill('16');
  await page.getByRole('button', { name: 'Add machine', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(code);
}

/** Adds a machine with a metered motor bearing (6312 sizes, typed) to the press hall; its page is the point's. */
export async function addMotorBearing(page: Page, code: string): Promise<void> {
  await addMachine(page, code);
  await page.getByText('Add a meter').click();
  await page.getByRole('button', { name: 'Add meter' }).click();
  await page.getByLabel('Hour meter shows').fill('12 000');
  await page.getByRole('button', { name: 'Write reading' }).click();
  await expect(page.getByText('Reading written.')).toBeVisible();
  await page.getByRole('link', { name: 'Add a point', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Add a point');
  await page.getByLabel('Name').fill('Motor bearing, drive end');
  await page.getByLabel('Where on the machine').fill('Left, under the cowl');
  await page.getByLabel('Bore d').fill('60');
  await page.getByLabel('Outside diameter D').fill('130 mm');
  await page.getByLabel('Width B').fill('31');
  await page.getByLabel('Speed').fill('1 500');
  await page.getByLabel('Housing temperature').fill('140 °F');
  await expect(page.getByText('140 °F = 60 °C')).toBeVisible();
  await page.getByLabel('Vibration (peak)').fill('1,5');
  await page.getByLabel('Cautions').fill('Shaft turns.');
  await page.getByRole('button', { name: 'Add point' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${code}·01`);
  await page
    .getByRole('combobox', { name: /^Lubricant/ })
    .first()
    .selectOption({ label: 'G-22 Lithium complex grease, NLGI 2, mineral' });
  await page.getByLabel('Source', { exact: false }).first().selectOption('manual');
  await page.getByLabel('Which document or who').fill('Motor manual, page 12');
  await page.getByRole('button', { name: 'Record assignment' }).click();
  await expect(page.getByRole('heading', { name: 'Worked out from its sizes' })).toBeVisible();
}

/** Takes what the methods computed and makes a route of it; ends on the route's page. */
export async function planAndRoute(page: Page, code: string): Promise<void> {
  await page.getByRole('button', { name: 'Take amount and interval' }).click();
  await expect(page.getByRole('heading', { name: /^Regrease/ })).toBeVisible();
  await page.goto('/routes/new');
  await page.getByLabel('Route code').fill(`R-${code}`);
  await page.getByLabel('Name').fill('Test walk');
  await page.getByLabel('Machine', { exact: true }).selectOption(code);
  await page.getByRole('button', { name: /^Add all/ }).click();
  await page.getByRole('button', { name: 'Make route' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`R-${code}`);
}

/** Starts a walk of every stop of the route whose page is open; one that is not signed yet is gone on with. */
export async function walkAll(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Walk all/ }).click();
  const goOn = page.getByRole('button', { name: 'Go on with it' });
  await expect(goOn.or(page.getByRole('navigation', { name: 'Stops' }))).toBeVisible();
  if (await goOn.isVisible()) await goOn.click();
}

/** Newest entries of the log, as its page shows them. */
export async function logLines(page: Page, query: string): Promise<string[]> {
  await page.goto(`/log?${query}`);
  return page.getByRole('region', { name: 'Entries' }).getByRole('listitem').allInnerTexts();
}

export const post = (request: APIRequestContext, path: string, data: unknown) =>
  request.post(path, { data: data as object });

/**
 * Presses a button of a round and waits for the book's reply to the entry it makes.
 * "all sent" alone says nothing: it stands there until the entry has reached the device's outbox.
 */
export async function pressAndArrive(page: Page, button: string | RegExp, kind: string): Promise<void> {
  const written = page.waitForResponse(
    (response) =>
      response.url().endsWith('/api/entries') &&
      response.status() === 201 &&
      (response.request().postDataJSON() as { kind: string }).kind === kind,
  );
  await page.getByRole('button', { name: button }).click();
  await written;
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 20_000 });
}

/** Opens a stop of a walk as a technician does, on a phone. */
export async function openStop(page: Page, route: string, stop: RegExp): Promise<void> {
  await openBook(page, '/routes', 'Tomasz Oberleitner');
  await page.setViewportSize(phone);
  await page.getByRole('link', { name: route }).click();
  await walkAll(page);
  await page.getByRole('navigation', { name: 'Stops' }).getByRole('button', { name: stop }).first().click();
  await expect(page.locator('[aria-current="step"]')).toHaveAttribute('aria-label', stop);
}
export const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();
/** Types a number with the round's own keypad; what is asked next opens by itself. */
export async function read(page: Page, value: string): Promise<void> {
  for (const sign of value)
    await page.getByRole('button', { name: sign === '-' ? 'below nought' : sign, exact: true }).click();
  await press(page, 'Take this reading');
}

/** Moves the first of a sorted list one place down, by keyboard. */
export async function moveDown(page: Page, item: Locator): Promise<void> {
  await item.getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/is over place 1 of/)).toBeAttached();
  // The list takes its measures only after the picking up was said; a key that comes before them moves nothing.
  await expect(async () => {
    if (await page.getByText(/is over place 1 of/).count()) await page.keyboard.press('ArrowDown');
    await expect(page.getByText(/is over place 2 of/)).toBeAttached({ timeout: 2000 });
  }).toPass();
  await page.keyboard.press('Space');
}
