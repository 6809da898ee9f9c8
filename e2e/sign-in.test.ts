import { request as httpRequest } from 'node:http';
import { type Page, expect, test } from '@playwright/test';
import { ulid } from 'ulid';
import { type Database, connect } from '@/db/connection';
import { makeLink } from '@/desk/people/sign-in-links';
import { serve } from '../scripts/lib/application.mjs';
import { freePort } from '../scripts/lib/database.mjs';
import { seriousFindings } from './accessible';
import { phone } from './book';

test.describe.configure({ mode: 'serial' });

/** A book of its own beside the demo, over the same database: here a password is asked for. */
let base: string;
let application: Awaited<ReturnType<typeof serve>>;
let db: Database;
let personId: string;
const password = 'three cranes on a wall';

const served = async (env: Record<string, string> = {}) => {
  const port = await freePort();
  const book = {
    distDir: process.env.TEST_DIST ?? '.next-test',
    port,
    databaseUrl: process.env.TEST_RUNNING_DATABASE_URL!,
    logFile: `${process.env.TEST_FOLDER}/sign-in.log`,
    env,
  };
  return { port, application: await serve(book) };
};

test.beforeAll(async () => {
  const book = await served();
  base = `http://127.0.0.1:${book.port}`;
  application = book.application;
  db = connect(process.env.TEST_RUNNING_DATABASE_URL!, 2);
  const row = {
    initials: 'YS',
    name: 'Ylva Strand',
    role: 'fitter',
    roles: ['planner' as const],
    active: true,
    leftAt: null,
  };
  const known = await db.Person.findOne({ where: { initials: row.initials } });
  personId = (known ? await known.update(row) : await db.Person.create({ id: ulid(), ...row })).id;
});
test.afterAll(async () => {
  await db.Person.update({ active: false }, { where: { id: personId } });
  await db.close();
  await application.stop();
});

const form = (page: Page) => ({
  initials: page.getByLabel('Initials'),
  password: page.getByLabel('Password', { exact: true }),
});

/** Signs in by keyboard alone. */
async function type(page: Page, initials: string, word: string): Promise<void> {
  await form(page).initials.focus();
  await page.keyboard.type(initials);
  await page.keyboard.press('Tab');
  await page.keyboard.type(word);
  await page.keyboard.press('Enter');
}

test('nobody is named before signing in, and a link lets its person choose a password, once', async ({ page }) => {
  await page.goto(`${base}/plant?area=PR`);
  await expect(page).toHaveURL(/\/sign-in\?to=/);
  const text = await page.locator('body').innerText();
  for (const name of ['Moorfeld', 'Brückl', 'Demo']) expect(text).not.toContain(name);
  expect(await seriousFindings(page)).toEqual([]);

  const link = await makeLink(db, new Date(), personId, null);
  if (!link.ok) throw new Error(link.reason);
  await page.goto(`${base}/sign-in/link/${link.value.token}`);
  await expect(page.getByText('Ylva Strand')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  const chosen = page.getByLabel('Your new password');
  await expect(chosen).toHaveAttribute('autocomplete', 'new-password');
  await chosen.fill('Moorfeld 2026');
  await page.keyboard.press('Enter');
  await expect(page.getByText('which everybody here knows')).toBeVisible();
  await expect(chosen).toHaveValue('Moorfeld 2026');
  await chosen.fill(password);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Ylva Strand').first()).toBeVisible();
  await expect(page).toHaveURL(/\/today\//);
  await page.context().clearCookies();
  await page.goto(`${base}/sign-in/link/${link.value.token}`);
  await expect(page.getByText('This link was used')).toBeVisible();
});

test('initials and password open the page one was heading for; what is wrong is said, and waits', async ({ page }) => {
  await page.setViewportSize(phone);
  await page.goto(`${base}/plant/machines/BM-1`);
  await expect(form(page).initials).toHaveAttribute('autocomplete', 'username');
  await expect(form(page).password).toHaveAttribute('autocomplete', 'current-password');
  await expect(form(page).password).toHaveAttribute('type', 'password');
  expect(await seriousFindings(page)).toEqual([]);
  await type(page, 'ys', 'wrong');
  await expect(page.getByText('Initials and password do not go together')).toBeVisible();
  await expect(form(page).initials).toHaveValue('ys');
  await page.getByLabel('show it').check();
  await expect(form(page).password).toHaveAttribute('type', 'text');
  await form(page).password.fill(password);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/plant\/machines\/BM-1$/);
  const cookies = await page.context().cookies();
  const session = cookies.find(({ name }) => name === 'tagebuch-session')!;
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Lax', path: '/' });
  // Whoever goes on guessing waits, also with the right one.
  await page.getByRole('button', { name: 'Sign out' }).first().click();
  await expect(page).toHaveURL(/\/sign-in$/);
  await type(page, 'ys', 'wrong');
  await expect(page.getByText('do not go together')).toBeVisible();
  await db.SignInFailure.update({ failures: 9, lastAt: new Date() }, { where: {} });
  await form(page).password.fill(password);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Try again in 6\d s; nothing is locked/)).toBeVisible();
  await db.SignInFailure.destroy({ where: {} });
});

test('a session ends with its time, by its person elsewhere, and with a person who leaves; what was typed is kept', async ({
  browser,
}) => {
  const open = async () => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(`${base}/sign-in?to=/me`);
    await type(page, 'YS', password);
    await expect(page.getByRole('heading', { name: 'Ylva Strand' })).toBeVisible();
    return page;
  };
  const [here, there] = [await open(), await open()];
  await here.reload();
  const others = here.getByRole('button', { name: 'End it' });
  const before = await others.count();
  await others.first().click();
  await expect(others).toHaveCount(before - 1);
  await there.reload();
  await expect(there).toHaveURL(/\/sign-in/);

  await here.goto(`${base}/plant/machines/new`);
  await here.getByLabel('Machine code').first().fill('NOT-1');
  await db.Session.update({ endsAt: new Date(Date.now() - 1000) }, { where: { personId } });
  await here.getByRole('button', { name: 'Add machine', exact: true }).click();
  await expect(here.getByText('You are signed out. Sign in in another tab')).toBeVisible();
  await expect(here.getByLabel('Machine code').first()).toHaveValue('NOT-1');

  const last = await open();
  await last.getByLabel('Your password as it is').fill(password);
  await last.getByLabel('The new one').fill('short');
  await last.getByRole('button', { name: 'Change it' }).click();
  await expect(last.getByText(/at least 12 characters; this has 5/)).toBeVisible();
  await last.getByLabel('The new one').fill(`${password}, and a gull`);
  await last.getByRole('button', { name: 'Change it' }).click();
  await expect(last).toHaveURL(/\/sign-in\?to=\/me$/);
  await type(last, 'YS', `${password}, and a gull`);
  await expect(last.getByRole('heading', { name: 'Ylva Strand' })).toBeVisible();
  await db.Person.update({ active: false }, { where: { id: personId } });
  await last.goto(`${base}/today`);
  await expect(last).toHaveURL(/\/sign-in/);
  await db.Person.update({ active: true }, { where: { id: personId } });
  for (const page of [here, there, last]) await page.context().close();
});

test('a password is typed where nobody can read it on the way, or not at all', async () => {
  const ask = (port: number, host: string, method: string, path: string, more: Record<string, string> = {}) =>
    new Promise<{ status: number; text: string; headers: Record<string, string | string[] | undefined> }>(
      (resolve, reject) => {
        const headers = { host, 'content-type': 'application/json', ...more };
        const sent = httpRequest({ host: '127.0.0.1', port, path, method, headers }, (answer) => {
          let text = '';
          answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
          answer.on('end', () => resolve({ status: answer.statusCode!, text, headers: answer.headers }));
        });
        sent.on('error', reject);
        sent.end(
          method === 'POST' ? JSON.stringify({ initials: 'YS', password: `${password}, and a gull` }) : undefined,
        );
      },
    );
  const plain = await served({ SITE_URL: 'http://book.example', LISTEN_ADDRESS: '127.0.0.1' });
  expect((await ask(plain.port, 'book.example', 'GET', '/sign-in')).text).toContain('without https');
  expect((await ask(plain.port, 'book.example', 'POST', '/api/session')).status).toBe(403);
  // Who says of itself that it is safe is not believed.
  expect((await ask(plain.port, 'book.example', 'POST', '/api/session', { 'x-tagebuch-safe': '1' })).status).toBe(403);
  await plain.application.stop();

  const proxied = await served({ SITE_URL: 'https://book.example', LISTEN_ADDRESS: '127.0.0.1', TRUST_PROXY: '1' });
  const from = (proto: string) => ({ 'x-forwarded-for': '192.0.2.1', 'x-forwarded-proto': proto });
  expect((await ask(proxied.port, 'book.example', 'POST', '/api/session', from('http'))).status).toBe(403);
  const signed = await ask(proxied.port, 'book.example', 'POST', '/api/session', from('https'));
  expect(signed.status).toBe(201);
  expect(signed.headers['strict-transport-security']).toMatch(/^max-age=\d{8}/);
  const cookies = signed.headers['set-cookie'] as string[];
  for (const cookie of cookies)
    expect(cookie).toMatch(/^__Host-tagebuch-(session|device)=.*; Path=\/;.*Secure; HttpOnly; SameSite=lax/i);
  await proxied.application.stop();
});
