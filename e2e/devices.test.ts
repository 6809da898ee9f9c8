import { type BrowserContext, type Page, expect, test } from '@playwright/test';
import { type Database, connect } from '@/db/connection';
import { seriousFindings } from './accessible';
import { openBook } from './book';

test.describe.configure({ mode: 'serial' });

/** One tablet, whose browser keeps its key and its cookies from one test to the next. */
let tablet: BrowserContext;
let page: Page;
let db: Database;
// A name of its own for each run: a run may come again on the same plant.
const name = `Tablet ${Date.now().toString(36)}`;

test.beforeAll(async ({ browser }) => {
  db = connect(process.env.TEST_RUNNING_DATABASE_URL!, 1);
  tablet = await browser.newContext({ viewport: { width: 390, height: 844 } });
  page = await tablet.newPage();
});
test.afterAll(async () => {
  await tablet.close();
  await db.close();
});

const choosePin = async (who: string, pin: string) => {
  await openBook(page, '/me', who);
  await page.getByLabel(/^PIN/).fill(pin);
  await page.getByRole('button', { name: 'Take this PIN' }).click();
  await expect(page.getByText('Your PIN is kept.')).toBeVisible();
};
const changeTo = async (who: string, pin: string) => {
  await page.goto('/sign-in?to=/log');
  await page.getByRole('list', { name: 'Change by PIN' }).getByRole('button', { name: who }).click();
  for (const figure of pin) await page.getByRole('button', { name: figure, exact: true }).click();
  await page.getByRole('button', { name: /^Go on as/ }).click();
};
const isChanged = () => expect(page).toHaveURL((url) => url.pathname === '/log');

test('an administrator enrols the tablet in their hand; it holds a key that nobody can take off it', async () => {
  await openBook(page, '/plant/devices', 'Mirela Stöger');
  await page.getByLabel('What people call it').fill(name);
  await page.getByLabel('Counter of').fill('NO-SUCH');
  await page.getByRole('button', { name: 'Enrol this device' }).click();
  await expect(page.getByText('there is no NO-SUCH')).toBeVisible();
  await expect(page.getByLabel('What people call it')).toHaveValue(name);
  await page.getByLabel('Counter of').fill('');
  await page.getByRole('button', { name: 'Enrol this device' }).click();
  await expect(page.getByText(`This device is enrolled as ${name}`).first()).toBeVisible();
  await expect(page.getByText(`${name} this one`)).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  const taken = await page.evaluate(async () => {
    const open = indexedDB.open('tagebuch-device');
    const store = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)));
    const get = store.transaction('held').objectStore('held').get('device');
    const held = await new Promise<{ keys: CryptoKeyPair }>((resolve) => (get.onsuccess = () => resolve(get.result)));
    return crypto.subtle.exportKey('jwk', held.keys.privateKey).then(
      () => 'taken',
      () => 'not extractable',
    );
  });
  expect(taken).toBe('not extractable');
});

test('people change on it by PIN, by glove or by keyboard; whoever held it before is signed out', async () => {
  await openBook(page, '/me', 'Tomasz Oberleitner');
  await page.getByLabel(/^PIN/).fill('1234');
  await page.getByRole('button', { name: 'Take this PIN' }).click();
  await expect(page.getByText('figures in a row are tried first.').first()).toBeVisible();
  await choosePin('Tomasz Oberleitner', '4071');
  await choosePin('Hanna Brückl', '8302');
  await changeTo('Tomasz Oberleitner', '4072');
  await expect(page.getByText('This is not the PIN.')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await changeTo('Tomasz Oberleitner', '4071');
  await isChanged();
  await expect(page.getByRole('banner')).toContainText('Tomasz Oberleitner');
  const open = await db.select<{ initials: string }>(
    `SELECT person.initials FROM session JOIN person ON person.id = session.personId JOIN enrolled_device ON enrolled_device.deviceHash = session.deviceHash
     WHERE enrolled_device.name = :name AND session.endedAt IS NULL`,
    { name },
  );
  expect(open).toEqual([{ initials: 'TO' }]);
  await page.goto('/sign-in');
  await page.getByRole('button', { name: /Hanna Brückl.*PIN/ }).press('Enter');
  await page.keyboard.type('8302');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL((url) => url.pathname.startsWith('/today'));
  await expect(page.getByRole('banner')).toContainText('Hanna Brückl');
});

test('what one of them wrote without signal is sent in their name by whoever holds the tablet then', async () => {
  await changeTo('Tomasz Oberleitner', '4071');
  await isChanged();
  await page.goto('/plant/machines/KI-F1/points/1');
  // Everything but the way into the log: it cannot leave before the tablet is handed on.
  await tablet.route('**/api/entries', (route) => route.abort());
  await page.getByLabel('In your words').fill(`Written without signal on ${name}.`);
  await page.getByRole('button', { name: 'Write in the book' }).click();
  await expect(page.getByText('Kept on this device')).toBeVisible();
  await changeTo('Hanna Brückl', '8302');
  await isChanged();
  await tablet.unroute('**/api/entries');
  const written = () =>
    db.select<{ initials: string; device: string }>(
      `SELECT person.initials, enrolled_device.name AS device FROM entry JOIN person ON person.id = entry.personId
       JOIN entry_signature ON entry_signature.entryId = entry.id JOIN enrolled_device ON enrolled_device.id = entry_signature.deviceId
       WHERE entry.body LIKE :words`,
      { words: `%Written without signal on ${name}.%` },
    );
  await expect.poll(written, { timeout: 20_000 }).toEqual([{ initials: 'TO', device: name }]);
});

test('when its time is over nobody changes by PIN on it, and enrolled anew they choose one again', async () => {
  await db.sequelize.query('UPDATE enrolled_device SET endsAt = NOW(3) - INTERVAL 1 DAY WHERE name = ?', {
    replacements: [name],
  });
  await page.goto('/sign-in');
  await expect(page.getByRole('heading', { name: 'Tagebuch' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Change by PIN' })).toBeHidden();
  await db.sequelize.query('UPDATE enrolled_device SET endsAt = NOW(3) + INTERVAL 1 DAY WHERE name = ?', {
    replacements: [name],
  });
});

test('withdrawn from elsewhere it is a tablet like any other: signed out, without PINs', async ({ page: desk }) => {
  await changeTo('Tomasz Oberleitner', '4071');
  await isChanged();
  await openBook(desk, '/plant/devices', 'Mirela Stöger');
  await desk.getByRole('button', { name: `Withdraw ${name}` }).click();
  await expect(desk.getByText(/withdrawn/).first()).toBeVisible();
  await page.goto('/today');
  await expect(page).toHaveURL(/\/sign-in/);
  await expect(page.getByRole('list', { name: 'Change by PIN' })).toBeHidden();
});

test('a counter is that of its machine, whoever signs in on it', async ({ page: counter }) => {
  await openBook(counter, '/plant/devices', 'Mirela Stöger');
  await counter.getByLabel('What people call it').fill('Counter of the test');
  await counter.getByLabel('Counter of').fill('P1');
  await counter.getByRole('button', { name: 'Enrol this device' }).click();
  await expect(counter).toHaveURL(/\/(plant\/devices|sign-in)/);
  await counter.goto('/sign-in');
  await counter.getByRole('button', { name: /Hanna Brückl/ }).click();
  await expect(counter).toHaveURL(/\/counter\/P1/);
  await counter.goto('/counter/P2');
  await expect(counter).toHaveURL(/\/counter\/P1/);
  await counter.goto('/today');
  await expect(counter).toHaveURL(/\/sign-in/);
  await expect(counter.getByText(/This page is not for Hanna Brückl/)).toBeVisible();
});
