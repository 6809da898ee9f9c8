import { request as httpRequest } from 'node:http';
import { expect, test } from '@playwright/test';
import { openBook, signIn } from './book';

type Sent = { method?: string; path?: string; headers?: Record<string, string>; body?: string };

/** Sends a request as it stands: a browser would put its own host and origin. */
const send = (baseURL: string, { method = 'GET', path = '/api/methods', headers = {}, body }: Sent) =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((resolve, reject) => {
    const { hostname, port } = new URL(baseURL);
    const request = httpRequest({ hostname, port, path, method, headers }, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, text }));
    });
    request.on('error', reject);
    request.end(body);
  });
const json = { 'content-type': 'application/json' };

test('only requests that are meant for this book come in', async ({ baseURL }) => {
  const post = (headers: Record<string, string>, path = '/api/methods/viscosity.grade') =>
    send(baseURL!, { method: 'POST', path, headers, body: '{"kv40":46}' });
  expect((await send(baseURL!, { headers: { host: 'evil.example' } })).status).toBe(421);
  expect((await send(baseURL!, { headers: { 'x-forwarded-host': 'evil.example' } })).status).toBe(200);
  expect((await post(json)).status).toBe(200);
  expect((await post({ ...json, origin: 'https://evil.example' })).status).toBe(403);
  expect((await post({ ...json, 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  expect((await post({ 'content-type': 'text/plain' })).status).toBe(415);
  expect((await post({ 'content-type': 'application/x-www-form-urlencoded' }, '/api/session')).status).toBe(415);
  expect((await post({ 'next-action': '0'.repeat(42) }, '/today')).status).toBe(403);
});

test('an address in a link leads nowhere but into the book', async ({ page, baseURL }) => {
  for (const to of [
    '//evil.example',
    '/%09/evil.example',
    '/.//evil.example',
    '/\\evil.example',
    'https://evil.example',
  ]) {
    await page.context().clearCookies();
    await page.goto(`/sign-in?to=${encodeURIComponent(to)}`);
    await page.getByRole('button', { name: 'Hanna Brückl' }).click();
    await page.waitForURL(/\/today\//);
    expect(new URL(page.url()).origin).toBe(new URL(baseURL!).origin);
  }
  const [session] = (await page.context().cookies()).filter((cookie) => cookie.name === 'tagebuch-session');
  const { name, value } = session!;
  const headers = { 'x-forwarded-host': 'evil.example', cookie: `${name}=${value}` };
  const calendar = await send(baseURL!, { path: '/api/calendar.ics', headers });
  expect(calendar.text).toContain('BEGIN:VCALENDAR');
  expect(calendar.text).not.toContain('evil.example');
});

test('pages run our own scripts only, and nothing frames them', async ({ page }) => {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (/content security policy/i.test(message.text())) complaints.push(message.text());
  });
  await openBook(page);
  for (const path of [
    '/today',
    '/plant/machines/BM-1',
    '/lubricants/chart?oil=O-220',
    '/due/outlook',
    '/nowhere',
    '/round?id=none',
  ]) {
    const answer = await page.goto(path);
    const policy = answer!.headers()['content-security-policy']!;
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy.replace("style-src-attr 'unsafe-inline'", '')).not.toContain('unsafe');
    expect(answer!.headers()['x-content-type-options']).toBe('nosniff');
    await page.waitForLoadState('networkidle');
  }
  await page.goto('/plant');
  await page.keyboard.press('/');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.attacked = true';
    document.body.append(script);
  });
  expect(await page.evaluate(() => (window as { attacked?: boolean }).attacked)).toBeUndefined();
  expect(complaints).toHaveLength(1);
});

test('what names nothing, or names it twice, is answered as such', async ({ request, page }) => {
  const status = async (path: string) => (await request.get(path)).status();
  await signIn(request);
  expect(await status('/api/meters/%C3%A9/readings')).toBe(404);
  expect(await status('/api/rounds/%C3%A9')).toBe(404);
  expect(await status('/api/due?week=0000-W01')).toBe(200);
  expect(await status('/_next/image?url=%2Ficon.svg&w=64&q=75')).toBe(404);
  await openBook(page);
  for (const path of [
    '/log?kind=grease&kind=note&machine=BM-1&machine=P1&text=a&text=b&from=2026-01-01&from=x&before=1&before=2',
    '/lubricants/translate?plate=SAE+90&plate=ISO+VG+68',
    '/plant/machines/GL1-01/points/1/choose?from=1&from=2&lubricant=a&lubricant=b',
    '/due?area=BM&area=P1',
    '/sign-in?to=/today&to=/plant',
  ])
    expect((await page.request.get(path)).status(), path).toBe(200);
  for (const path of [
    '/log/%C3%A9',
    '/routes/%C3%A9',
    '/plant/machines/%C3%A9',
    '/due/%C3%A9',
    '/plant/templates/%C3%A9',
  ])
    expect((await page.request.get(path)).status(), path).toBe(404);
  await page.context().addCookies([{ name: 'tagebuch-session', value: '%C3%A9', url: page.url() }]);
  expect((await page.request.get('/today')).status()).toBe(200);
});

test('text that cannot be kept is refused where it comes in', async ({ request }) => {
  await signIn(request);
  const refused = async (text: string) => {
    const answer = await request.post('/api/entries', {
      data: Buffer.from(`{"body":{"text":"${text}"}}`),
      headers: json,
    });
    return [answer.status(), ((await answer.json()) as { errors: { pointer: string }[] }).errors[0]!.pointer];
  };
  expect(await refused('half \\ud83d')).toEqual([422, '/body/text']);
  expect(await refused('bell \\u0007')).toEqual([422, '/body/text']);
  expect(await refused('two\\nlines\\tand a tab')).toEqual([422, '/id']);
});

test('a connection is kept for its next request longer than whoever stands in front waits', async ({ request }) => {
  const { connection, 'keep-alive': kept } = (await request.get('/api/methods')).headers();
  expect(connection).toBe('keep-alive');
  expect(Number(/timeout=(\d+)/.exec(kept ?? '')?.[1])).toBeGreaterThan(60);
});
