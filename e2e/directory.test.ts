import { type Page, expect, test } from '@playwright/test';
import { type Database, connect } from '@/db/connection';
import { serve } from '../scripts/lib/application.mjs';
import { freePort } from '../scripts/lib/database.mjs';
import { serveDirectory } from '../standins/directory/directory';
import { seriousFindings } from './accessible';

test.describe.configure({ mode: 'serial' });

/** A book that goes by a directory, beside the one of the other tests, over the same database; it is not the demo. */
let application: Awaited<ReturnType<typeof serve>>;
let directory: Awaited<ReturnType<typeof serveDirectory>>;
let base: string;
let db: Database;

/** Serves it, with the directory that there is, or was. */
async function serveBook(env: Record<string, string> = {}) {
  const port = await freePort();
  base = `http://127.0.0.1:${port}`;
  application = await serve({
    distDir: process.env.TEST_DIST ?? '.next-test',
    port,
    databaseUrl: process.env.TEST_RUNNING_DATABASE_URL!,
    logFile: `${process.env.TEST_FOLDER}/directory.log`,
    env: {
      TAGEBUCH_DEMO: '0',
      SITE_URL: base,
      LISTEN_ADDRESS: '127.0.0.1',
      OIDC_ISSUER: directory.issuer,
      OIDC_CLIENT_ID: 'tagebuch',
      OIDC_CLIENT_SECRET: 'known to both',
      ...env,
    },
  });
}

test.beforeAll(async () => {
  directory = await serveDirectory(
    [
      { sub: '17', preferred_username: 'Hanna.Brueckl' },
      { sub: '99', preferred_username: 'hanna.brueckl' },
      { sub: '23', preferred_username: 'stranger' },
    ],
    'tagebuch',
  );
  db = connect(process.env.TEST_RUNNING_DATABASE_URL!, 1);
  await db.sequelize.query(
    "UPDATE person SET directoryName = 'hanna.brueckl', directorySubject = NULL WHERE initials = 'HB'",
  );
  await serveBook();
});
test.afterAll(async () => {
  await db.sequelize.query("UPDATE person SET directoryName = NULL, directorySubject = NULL WHERE initials = 'HB'");
  await db.close();
  await application.stop();
  await directory.stop();
});

const goAs = async (page: Page, name: string, to = '/log') => {
  await page.goto(`${base}/sign-in?to=${to}`);
  await page.getByRole('link', { name: 'Sign in by the plant’s directory' }).click();
  await page.getByRole('link', { name, exact: true }).click();
};

test('whoever the directory knows is let in, and goes where they were heading', async ({ page }) => {
  await page.goto(`${base}/sign-in`);
  expect(await seriousFindings(page)).toEqual([]);
  await goAs(page, 'Hanna.Brueckl');
  await expect(page).toHaveURL(`${base}/log`);
  await expect(page.getByRole('banner')).toContainText('Hanna Brückl');
  await page.goto(`${base}/me`);
  await expect(page.getByText('by the directory').first()).toBeVisible();
  const [session] = (await page.context().cookies()).filter(({ name }) => name === 'tagebuch-session');
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  expect((await page.context().cookies()).map(({ name }) => name)).not.toContain('tagebuch-directory');
});

test('it is the directory’s lasting name that counts: who gets the name of somebody else does not get their entries', async ({
  page,
}) => {
  await goAs(page, 'hanna.brueckl');
  await expect(page.getByText('had somebody else before')).toBeVisible();
  await goAs(page, 'stranger');
  await expect(page.getByText('this book does not')).toBeVisible();
  await page.goto(`${base}/today`);
  await expect(page).toHaveURL(/\/sign-in/);
});

for (const fault of ['nonce', 'audience', 'signature', 'expired'] as const)
  test(`a word of the directory with a wrong ${fault} is not believed`, async ({ page }) => {
    directory.answerWith(fault);
    await goAs(page, 'Hanna.Brueckl');
    await expect(page.getByText('not the directory’s word')).toBeVisible();
    directory.answerWith(undefined);
  });

test('an answer to somebody else’s question, or to none, opens nothing; nor does an address elsewhere', async ({
  page,
  request,
}) => {
  for (const query of ['', '?code=x&state=y', '?error=access_denied']) {
    const answer = await request.get(`${base}/api/session/directory/callback${query}`, { maxRedirects: 0 });
    expect([answer.status(), answer.headers().location]).toEqual([303, `${base}/sign-in?refused=late`]);
  }
  // Begun here, answered with a state of somebody else.
  await page.goto(`${base}/sign-in`);
  await page.getByRole('link', { name: 'Sign in by the plant’s directory' }).click();
  const others = new URL(page.url());
  const link = page.getByRole('link', { name: 'Hanna.Brueckl', exact: true });
  const href = new URL((await link.getAttribute('href'))!, others);
  href.searchParams.set('state', 'of-somebody-else');
  await page.goto(href.href);
  await expect(page.getByText('not the directory’s word')).toBeVisible();
  await goAs(page, 'Hanna.Brueckl', encodeURIComponent('//elsewhere.example/x'));
  await expect(page).toHaveURL((url) => url.origin === base);
});

test('a directory that is away is said to be, and a password goes on opening the book', async ({ page }) => {
  await directory.stop();
  await application.stop();
  await serveBook({ OIDC_CALLED: 'the directory of Moorfeld' });
  await page.goto(`${base}/sign-in`);
  await page.getByRole('link', { name: 'Sign in by the directory of Moorfeld' }).click();
  await expect(page.getByText('does not answer just now')).toBeVisible();
  await expect(page.getByLabel('Password')).toBeVisible();
});
