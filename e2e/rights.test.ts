import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { type APIRequestContext, type APIResponse, expect, request as requests, test } from '@playwright/test';
import { ulid } from 'ulid';
import { type Action, type Role, type Scope, actions, may, roles, scopes } from '@/core/people/rights';
import { type Database, connect } from '@/db/connection';
import { addClient } from '@/desk/people/machine-clients';
import { signIn } from './book';

test.describe.configure({ mode: 'serial' });

/** What asks nobody who they are: the same for every plant, or the way in. */
type Asks = Action | 'nothing';
const isAction = (said: string | undefined): said is Action => said !== undefined && Object.hasOwn(actions, said);

/** Every file of a name below `app/`, as the framework finds them. */
function filesOf(name: string): { path: string; source: string }[] {
  const found: { path: string; source: string }[] = [];
  const look = (at: string) => {
    for (const entry of readdirSync(at, { withFileTypes: true }))
      if (entry.isDirectory()) look(join(at, entry.name));
      else if (entry.name === name)
        found.push({
          path: `/${relative('app', at)}`.replace(/\/\([^)]*\)/g, '').replace(/\[\w+\]/g, 'NONE') || '/',
          source: readFileSync(join(at, name), 'utf8'),
        });
  };
  look('app');
  return found;
}

type Handler = { method: string; path: string; asks: Asks };
/** Handlers whose files say nothing of the plant: the solver, and the worker of the Round. */
const noBook = /^\/(solver|service-worker\.js)/;
const handlers: Handler[] = filesOf('route.ts')
  .filter(({ path }) => !noBook.test(path))
  .flatMap(({ path, source }) =>
    [
      ...source.matchAll(
        /export (?:async function|const|function) (GET|HEAD|POST|PUT|PATCH|DELETE)\b([^(]*)\(\s*('([\w-]+)')?/g,
      ),
    ].map(([, method, how, , asks]): Handler => {
      const isOpen = how!.includes('openly');
      if (!isOpen && !(how!.includes('handling') && isAction(asks))) throw new Error(`${method} ${path} asks nobody`);
      return { method: method!, path, asks: isOpen ? 'nothing' : (asks as Action) };
    }),
  );

/** Pages that nobody signs in for: the way in, the shell of the Round, and what leads on. */
const openPages = ['/', '/sign-in', '/sign-in/link/NONE', '/round'];
const pages: { path: string; asks: Asks }[] = filesOf('page.tsx').map(({ path, source }) => {
  if (openPages.includes(path)) return { path, asks: 'nothing' };
  const said = /openDesk\('([\w-]+)'\)/.exec(source)?.[1];
  if (!isAction(said) && !/openDesk\(\)|reading\(|readingMuch\(/.test(source)) throw new Error(`${path} asks nobody`);
  return { path, asks: isAction(said) ? said : 'read' };
});

/** Whatever stands in place of what is not named. */
const pathPattern = (path: string) => new RegExp(`^${path.replaceAll('NONE', '[^/]+')}$`);

type Sent = { id: string; name: string; path: string; asks: Asks };
/** Every server action, by what the build made of it. */
function builtActions(): Sent[] {
  const manifest = join(process.env.TEST_DIST ?? '.next-test', 'server', 'server-reference-manifest.json');
  const { node } = JSON.parse(readFileSync(manifest, 'utf8')) as {
    node: Record<string, { workers: Record<string, unknown>; filename: string; exportedName: string }>;
  };
  return Object.entries(node).map(([id, { workers, filename, exportedName }]) => {
    const source = readFileSync(filename, 'utf8');
    const declared = new RegExp(`export const ${exportedName} = (changing|asking|openly)\\(\\s*(?:'([\\w-]+)')?`).exec(
      source,
    );
    const asks = declared?.[1] === 'openly' ? 'nothing' : declared?.[2];
    if (asks !== 'nothing' && !isAction(asks)) throw new Error(`${exportedName} in ${filename} asks nobody`);
    const page = Object.keys(workers)[0]!
      .replace(/^app/, '')
      .replace(/\/\([^)]*\)/g, '')
      .replace(/\/page$/, '');
    return { id, name: exportedName, path: page.replace(/\[\w+\]/g, 'NONE') || '/', asks };
  });
}

let db: Database;
let baseURL: string;
const callers = new Map<Role, APIRequestContext>();
const initialsOf = (role: Role) => `Q${role[0]!.toUpperCase()}`;

test.beforeAll(async ({ baseURL: base }) => {
  db = connect(process.env.TEST_RUNNING_DATABASE_URL!, 2);
  baseURL = base!;
  for (const role of Object.keys(roles) as Role[]) {
    const row = { initials: initialsOf(role), name: `Rights ${role}`, role, roles: [role], active: true, leftAt: null };
    const known = await db.Person.findOne({ where: { initials: row.initials } });
    if (known) await known.update(row);
    else await db.Person.create({ id: ulid(), ...row });
    const caller = await requests.newContext({ baseURL });
    await signIn(caller, row.initials);
    callers.set(role, caller);
  }
});
test.afterAll(async () => {
  await db.Person.update(
    { active: false },
    { where: { initials: Object.keys(roles).map((role) => initialsOf(role as Role)) } },
  );
  await db.close();
  for (const caller of callers.values()) await caller.dispose();
});

const call = (caller: APIRequestContext, { method, path }: Pick<Handler, 'method' | 'path'>, headers = {}) =>
  caller.fetch(path, {
    method,
    headers,
    ...(method !== 'GET' && method !== 'HEAD' && { data: {} }),
    maxRedirects: 0,
  });
/** Nobody ends the session by which the others are asked. */
const harmless = ({ method, path }: Handler) => !(method === 'DELETE' && path === '/api/session');

test('every handler answers those who may, and nobody else', async () => {
  expect(handlers.length).toBeGreaterThan(24);
  const nobody = await requests.newContext({ baseURL });
  const wrong: string[] = [];
  for (const handler of handlers.filter(harmless)) {
    const { asks } = handler;
    const told = (await call(nobody, handler)).status();
    if ((told === 401) === (asks === 'nothing')) wrong.push(`${handler.method} ${handler.path} tells nobody ${told}`);
    for (const [role, caller] of callers) {
      const status = (await call(caller, handler)).status();
      const is = status !== 403 && status !== 401;
      if (is !== (asks === 'nothing' || may({ roles: [role] }, asks)) || status >= 500)
        wrong.push(`${handler.method} ${handler.path} (${asks}) tells a ${role} ${status}`);
    }
  }
  await nobody.dispose();
  expect(wrong).toEqual([]);
});

test('a machine is answered what its token is for; a token that is none, has ended, or comes with a cookie is nobody', async () => {
  const nobody = await requests.newContext({ baseURL });
  const wrong: string[] = [];
  for (const scope of Object.keys(scopes) as Scope[]) {
    const made = await addClient(
      { db, now: new Date(), actor: null },
      { name: 'Rights test', scopes: [scope], days: '1' },
    );
    if (!made.ok) throw new Error(made.reason);
    const headers = { authorization: `Bearer ${made.value.token}` };
    for (const handler of handlers.filter(harmless)) {
      if (handler.asks === 'nothing') continue;
      const status = (await call(nobody, handler, headers)).status();
      if ((status !== 403) !== may({ scopes: [scope] }, handler.asks) || status === 401 || status >= 500)
        wrong.push(`${handler.method} ${handler.path} tells a machine for ${scope} ${status}`);
    }
    await db.MachineClient.update({ endedAt: new Date() }, { where: { name: 'Rights test' } });
    expect((await nobody.get('/api/plan.json', { headers })).status()).toBe(401);
  }
  const planner = callers.get('planner')!;
  for (const authorization of ['Bearer x', `Bearer ${'0'.repeat(43)}`, 'Basic eDp4', ''])
    expect((await planner.get('/api/people', { headers: { authorization } })).status(), authorization).toBe(401);
  await nobody.dispose();
  expect(wrong).toEqual([]);
});

test('every page is made for those who may look at it, and leads others to the way in', async () => {
  expect(pages.length).toBeGreaterThan(70);
  const nobody = await requests.newContext({ baseURL });
  const isShownTheWay = (answer: APIResponse) =>
    answer.status() === 307 && (answer.headers().location ?? '').includes('/sign-in');
  const wrong: string[] = [];
  for (const { path, asks } of pages) {
    if (path === '/') continue;
    if (isShownTheWay(await nobody.get(path, { maxRedirects: 0 })) === (asks === 'nothing'))
      wrong.push(`${path} for nobody`);
    for (const [role, caller] of callers) {
      const answer = await caller.get(path, { maxRedirects: 0 });
      const mayLook = asks === 'nothing' || may({ roles: [role] }, asks);
      if (isShownTheWay(answer) === mayLook || answer.status() >= 500)
        wrong.push(`${path} (${asks}) tells a ${role} ${answer.status()} ${answer.headers().location ?? ''}`);
    }
  }
  await nobody.dispose();
  expect(wrong).toEqual([]);
});

test('no page leads anybody to what is not theirs, and a form of others says whose it is', async () => {
  const routes = await db.select<{ id: string }>('SELECT id FROM route WHERE retiredOn IS NULL LIMIT 1');
  const from = [
    ...pages.filter(({ path, asks }) => asks === 'read' && !path.includes('NONE')).map(({ path }) => path),
    '/plant/machines/BM-1',
    '/plant/machines/BM-1/points/1',
    '/plant/machines/BM-1/points/1/choose',
    '/lubricants/O-220',
    `/routes/${routes[0]!.id}`,
    '/plant/procedures/bolts-and-marks',
  ];
  // The most exactly named first: a machine may not be called "new".
  const known = pages
    .map(({ path, asks }) => ({ asks, parts: path.split('NONE').length, is: pathPattern(path) }))
    .sort((a, b) => a.parts - b.parts);
  const wrong: string[] = [];
  for (const role of ['reader', 'technician', 'planner'] as const)
    for (const path of from) {
      const html = await (await callers.get(role)!.get(path)).text();
      for (const [, target] of html.matchAll(/href="(\/[^"#?]*)/g)) {
        const asks = known.find(({ is }) => is.test(target!))?.asks ?? 'nothing';
        if (asks !== 'nothing' && !may({ roles: [role] }, asks)) wrong.push(`${path} leads a ${role} to ${target}`);
      }
    }
  expect([...new Set(wrong)]).toEqual([]);
  const closures = async (role: Role) => (await callers.get(role)!.get('/plant/closures')).text();
  expect(await closures('technician')).toContain('Planners and administrators change how the plant works.');
  expect(await closures('planner')).not.toContain('Not yours to change.');
});

test('every action is taken from those who may, and from nobody else', async () => {
  const sent = builtActions();
  expect(sent.length).toBeGreaterThan(70);
  const nobody = await requests.newContext({ baseURL });
  const send = async (caller: APIRequestContext, { id, path }: Sent) => {
    const answer = await caller.post(path, {
      headers: { 'next-action': id, origin: baseURL, 'content-type': 'text/plain;charset=UTF-8' },
      // Nothing that any of them takes: those who may are told that it does not fit.
      data: '["$undefined","$undefined","$undefined","$undefined","$undefined"]',
      maxRedirects: 0,
    });
    const text = await answer.text();
    return /"code":"(signed-out|forbidden)"/.exec(text)?.[1] ?? (answer.status() >= 500 ? 'fault' : 'taken');
  };
  const wrong: string[] = [];
  for (const action of sent) {
    const { asks, name } = action;
    if (asks === 'nothing') continue;
    const told = await send(nobody, action);
    if (told !== 'signed-out') wrong.push(`${name} tells nobody ${told}`);
    for (const [role, caller] of callers) {
      const answer = await send(caller, action);
      if (answer !== (may({ roles: [role] }, asks) ? 'taken' : 'forbidden'))
        wrong.push(`${name} (${asks}) tells a ${role} ${answer}`);
    }
  }
  await nobody.dispose();
  expect(wrong).toEqual([]);
});

test('what asks for nobody is a short list', () => {
  const open = [
    ...handlers.filter(({ asks }) => asks === 'nothing').map(({ method, path }) => `${method} ${path}`),
    ...builtActions()
      .filter(({ asks }) => asks === 'nothing')
      .map(({ name }) => name),
  ];
  expect(open.sort()).toEqual([
    'GET /api/methods',
    'GET /api/openapi.json',
    'GET /api/session/directory',
    'GET /api/session/directory/callback',
    'POST /api/methods/NONE',
    'POST /api/session',
    'changeByPin',
    'chooseByLink',
    'signIn',
    'signInDemo',
    'signOut',
  ]);
});

test('nobody writes in another’s name, and a session that has ended is nobody’s', async () => {
  const [technician, planner] = [callers.get('technician')!, callers.get('planner')!];
  const own = await signIn(technician, initialsOf('technician'));
  const others = await signIn(planner, initialsOf('planner'));
  const note = (personId: string, more: object = {}) => ({
    id: ulid(),
    kind: 'note',
    kindVersion: 1,
    body: { text: 'Rights.' },
    happenedAt: new Date().toISOString(),
    offsetMinutes: 0,
    personId,
    deviceId: 'rights',
    machineId: null,
    ...more,
  });
  const write = async (caller: APIRequestContext, data: unknown, headers: Record<string, string> = {}) => {
    const answer = await caller.post('/api/entries', { data: data as object, headers });
    return { status: answer.status(), ...((await answer.json()) as { code?: string; id?: string }) };
  };
  expect(await write(technician, note(others))).toMatchObject({ status: 403, code: 'not-yours' });
  expect(await write(technician, [note(own), note(others)])).toMatchObject({ status: 403, code: 'not-yours' });
  expect(await write(planner, note(own))).toMatchObject({ status: 403, code: 'not-yours' });
  // No device that nobody enrolled vouches for anybody, nor half a signature of one.
  for (const forged of ['A'.repeat(86), 'x', '', `${'A'.repeat(86)},${'A'.repeat(86)}`]) {
    const headers = { 'x-tagebuch-device': ulid(), 'x-tagebuch-signature': forged };
    expect(await write(planner, note(own), headers)).toMatchObject({ status: 403, code: 'not-yours' });
  }
  const said = await write(planner, note(others));
  expect(said.status).toBe(201);
  const voiding = { kind: 'correction', body: { reason: 'Wrong.', void: true }, replacesId: said.id };
  expect(await write(technician, note(own, voiding))).toMatchObject({ status: 403, code: 'forbidden' });
  // The cookie of a session is copied; signing out ends both.
  const cookie = (await technician.storageState()).cookies.find(({ name }) => name === 'tagebuch-session')!;
  const copy = await requests.newContext({ baseURL, extraHTTPHeaders: { cookie: `tagebuch-session=${cookie.value}` } });
  expect((await copy.get('/api/session')).status()).toBe(200);
  expect((await technician.delete('/api/session')).status()).toBe(204);
  expect((await copy.get('/api/session')).status()).toBe(401);
  expect((await copy.get('/today', { maxRedirects: 0 })).status()).toBe(307);
  await copy.dispose();
  for (const forged of ['x', '0'.repeat(43), `${cookie.value}x`, 'é'.repeat(10)]) {
    const stranger = await requests.newContext({
      baseURL,
      extraHTTPHeaders: { cookie: `tagebuch-session=${encodeURIComponent(forged)}` },
    });
    expect((await stranger.get('/api/people')).status()).toBe(401);
    await stranger.dispose();
  }
});
