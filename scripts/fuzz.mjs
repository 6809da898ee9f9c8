// `npm run fuzz`: sends nonsense, near-sense and sense to every handler, action, page and query parameter of a demo plant of
// its own. Nothing may answer 5xx or hang, and the server's memory has to stay where it was.
//   --requests 100000 (2000)   --seed 7 (from the clock)   --report FILE   --dist .next-test
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { flag } from './lib/arguments.mjs';
import { demoCookie } from './lib/session.mjs';
import { attackBook } from './lib/attack.mjs';
import { step } from './lib/steps.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const requests = Number(flag('requests', '2000'));
/**
 * What takes longer is asked again by itself, and must not cost the server more than that of its processor: a page is slow once,
 * when the server has only begun, or beside whatever else the machine does.
 */
const slowMs = 2000;
/** Nobody waits longer for an answer. */
const hangMs = 15_000;
const askedAgain = 3;
// What the server may hold at most; the bounds of its heap are in package.json.
const memoryMostMb = 700;
/** Two at a time: the machine has two cores, and what is slow is to be slow by the book. */
const atOnce = 2;

/** Set once the attack begins. */
let next = () => 0;
const whole = (below) => Math.floor(next() * below);
const pick = (list) => list[whole(list.length)];
const happens = (share) => next() < share;

/** Every page and handler, as its folders name it. */
function addresses(file) {
  const found = [];
  const look = (at) => {
    for (const entry of readdirSync(at, { withFileTypes: true }))
      if (entry.isDirectory()) look(join(at, entry.name));
      else if (entry.name === file)
        found.push({
          path: `/${relative(join(root, 'app'), at)}`.replace(/\/\([^)]*\)/g, '') || '/',
          source: readFileSync(join(at, file), 'utf8'),
        });
  };
  look(join(root, 'app'));
  return found;
}
const pages = addresses('page.tsx');
const handlers = addresses('route.ts');
const parameters = (
  'kind machine by text from to before plate oil fromC toC thinnest thickest lubricant band area route state stage standing ' +
  'who week group weeks offset limit q id'
).split(' ');

const texts = [
  '',
  ' ',
  'é',
  '🔧',
  '\u0000',
  '\n',
  '%',
  '%00',
  'a'.repeat(3000),
  '9'.repeat(400),
  ' '.repeat(1200),
  '6312CCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCC!',
  '__proto__',
  'constructor',
  '5 constructor',
  'toString',
  'null',
  'undefined',
  'NaN',
  'Infinity',
  '-1',
  '0',
  '1',
  '1e999',
  '9007199254740993',
  '1,500',
  "' OR 1=1 --",
  '<script>alert(1)</script>',
  '../../etc',
  '//evil.example',
  '01ARZ3NDEKTSV4RRFFQ69G5FAV',
  '01arz3ndektsv4rrffq69g5fav',
  '2026-02-30',
  '2026-02-28',
  '0000-W01',
  '9999-W53',
  '275760-09-14T00:00:00Z',
  '2026-11-25T06:00:00Z',
  'BM-1',
  'O-220',
  '130 °F',
];
const numbers = [0, -0, 1, -1, 0.5, 1e-300, 1e300, 1e15, 2 ** 53, -(2 ** 31), 26, 300, 6312];
const known = { code: ['BM-1'], number: ['1', '2'], id: [], taskId: [], day: ['2026-11-25'], week: ['2026-11-23'] };
const text = () =>
  happens(0.15) ? Array.from({ length: whole(12) }, () => String.fromCharCode(whole(0x3000))).join('') : pick(texts);

function value(depth = 0) {
  const kind = whole(depth > 3 ? 6 : 8);
  if (kind < 2) return text();
  if (kind === 2) return pick(numbers);
  if (kind === 3) return pick([true, false, null]);
  if (kind === 4) return pick([...known.id, ...known.taskId, 'x']);
  if (kind === 5) return pick([{}, []]);
  if (kind === 6) return Array.from({ length: whole(4) }, () => value(depth + 1));
  return Object.fromEntries(
    Array.from({ length: whole(4) }, () => [pick([...parameters, text(), 'body']), value(depth + 1)]),
  );
}

/** Sense with one thing in it changed. */
function bent(sense) {
  if (typeof sense !== 'object' || sense === null || happens(0.3)) return value();
  const copy = Array.isArray(sense) ? [...sense] : { ...sense };
  const keys = Object.keys(copy);
  if (keys.length === 0 || happens(0.1)) copy[happens(0.5) ? text() : '__proto__x'] = value();
  else {
    const key = pick(keys);
    copy[key] = happens(0.2) ? undefined : bent(copy[key]);
  }
  return copy;
}

const query = () => {
  const given = Array.from({ length: whole(4) }, () => `${pick(parameters)}=${encode(text())}`);
  return given.length > 0 ? `?${given.join('&')}` : '';
};
const encode = (part) => (happens(0.05) ? '%ED%A0%80' : encodeURIComponent(part.toWellFormed()));
const filled = (path) =>
  path
    .split('/')
    .map((part) => {
      const name = /^\[(\w+)\]$/.exec(part)?.[1];
      return name === undefined
        ? part
        : encode(happens(0.6) && known[name]?.length > 0 ? pick(known[name]) : text() || 'x');
    })
    .join('/');

let cookie = '';
/** Each on a connection of its own: one kept open may be closed by the server in the moment in which it is used again. */
const to = { host: '127.0.0.1', agent: false };
/** Sends one request and says how it went. */
const send = ({ method, path, headers = {}, body }, port) =>
  new Promise((resolve) => {
    const started = performance.now();
    const done = (status) => resolve({ status, ms: performance.now() - started });
    const sent = httpRequest({ ...to, port, method, path, headers }, (answer) => {
      answer.resume();
      answer.on('end', () => done(answer.statusCode));
      answer.on('error', () => done(0));
    });
    sent.setTimeout(hangMs, () => sent.destroy());
    sent.on('error', () => done(0));
    sent.end(body);
  });

function request(sense) {
  const which = whole(10);
  const withCookie = happens(0.95) ? { cookie } : { cookie: `tagebuch-session=${encode(text())}` };
  if (which < 4)
    return {
      method: pick(['GET', 'GET', 'GET', 'HEAD']),
      path: filled(pick(pages).path) + query(),
      headers: withCookie,
    };
  if (which < 8) {
    // Files of the whole plant are asked for too, but would else be most of the time.
    const first = pick(handlers);
    const { path, source } = first.path.includes('.') || first.path.includes('planned') ? pick(handlers) : first;
    const reads = source.includes('const GET') && (!source.includes('const POST') || happens(0.3));
    if (reads) return { method: 'GET', path: filled(path) + query(), headers: withCookie };
    const good = sense[path]?.() ?? {};
    const payload = happens(0.25) ? good : bent(good);
    const body = happens(0.05) ? text() : JSON.stringify(payload);
    return {
      method: happens(0.95) ? 'POST' : pick(['PUT', 'DELETE', 'PATCH', 'OPTIONS']),
      path: filled(path),
      headers: {
        'content-type': happens(0.95) ? 'application/json' : pick(['text/plain', 'multipart/form-data', '']),
        ...withCookie,
      },
      body,
    };
  }
  const action = pick(sense.actions);
  const origin = { origin: sense.origin, 'next-action': happens(0.9) ? action.id : encode(text()) };
  const path = filled(action.path);
  const args = JSON.stringify(
    Array.from({ length: whole(4) }, () => (happens(0.5) ? bent(sense.form()) : value())) ?? [],
  );
  const plain = { 'content-type': 'text/plain;charset=UTF-8' };
  const form = { 'content-type': 'multipart/form-data; boundary=x' };
  const [headers, body] = pick([
    [plain, args],
    [plain, args],
    [plain, args],
    [plain, text()],
    [
      plain,
      pick([
        '["$F1"]',
        '["$Q2"]',
        '["$1"]',
        '["$undefined"]',
        '["$K1"]',
        '["$@0"]',
        '["$n12"]',
        '["$D2026"]',
        '{',
        '"$0"',
      ]),
    ],
    [form, `--x\r\ncontent-disposition: form-data; name="0"\r\n\r\n${args}\r\n--x--\r\n`],
    [
      form,
      `--x\r\ncontent-disposition: form-data; name="${pick(['0', '1_0', '$ACTION_ID_', '__proto__'])}"\r\n\r\n${text()}`,
    ],
    [{ 'content-type': 'multipart/form-data' }, args],
    [{ 'content-type': 'application/octet-stream' }, args],
    [{}, ''],
  ]);
  return { method: 'POST', path, headers: { ...headers, ...origin, ...withCookie }, body };
}

/** Memory that the server holds (MB). */
const memoryOf = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** Time of the processor that the server has had (ms); the system counts in hundredths of a second. */
const processorMs = (pid) => {
  const [user, system] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ').slice(11, 13);
  return (Number(user) + Number(system)) * 10;
};

/** Bodies that the book would take, for spoiling one thing in them. */
function requestsThatMakeSense({ actions, base, people, tasks }) {
  const someId = () => `01${Array.from({ length: 24 }, () => pick([...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'])).join('')}`;
  return {
    actions,
    origin: base,
    form: () => ({
      code: `F-${whole(1e6)}`,
      name: 'Fan',
      areaId: '',
      pointIds: known.taskId.slice(0, 2),
      change: {},
      reason: 'Fuzz.',
      text: 'machine,date,reading\nBM-1,2026-01-01,5',
      mapping: null,
      fileName: 'x',
    }),
    '/api/entries': () => {
      const { taskId, machineId, pointId } = pick(tasks);
      return {
        id: someId(),
        kind: pick([
          'note',
          'finding',
          'check',
          'grease',
          'skip',
          'override',
          'reading',
          'correction',
          'commissioning',
          'postpone',
        ]),
        kindVersion: 1,
        body: pick([
          { text: 'Fuzz.' },
          { what: 'leak', urgency: 'watch' },
          { result: 'in-order' },
          { taskId, field: 'interval', unit: 'h', computed: 1, value: 2, reason: 'Fuzz.' },
          { basis: 'start-today' },
        ]),
        happenedAt: '2026-11-01T06:00:00Z',
        offsetMinutes: 0,
        personId: people[0].id,
        deviceId: 'fuzz',
        machineId: machineId ?? null,
        pointId: pointId ?? null,
        taskIds: [taskId],
      };
    },
    '/api/observations': () => {
      const { taskId, pointId } = pick(tasks);
      return {
        id: someId(),
        at: '2026-11-01T06:00:00Z',
        pointId,
        taskId,
        values: [{ quantity: 'temperature', value: whole(100), unit: '°C', state: 'running-loaded' }],
        source: 'fuzz',
      };
    },
    '/api/rounds': () => ({
      id: someId(),
      routeId: someId(),
      personId: people[0].id,
      startedAt: '2026-11-01T06:00:00Z',
      stops: [pick(tasks).taskId],
    }),
    '/api/meters/[id]/readings': () => ({ readings: [{ at: '2026-11-01T06:00:00Z', value: whole(10_000) }] }),
    '/api/methods/[id]': () => ({
      boreMm: 60,
      outsideDiameterMm: 130,
      speedRpm: 1500,
      designation: '6312',
      kv40: 46,
      value: 'VG 68',
      scale: 'iso-vg',
    }),
  };
}

await attackBook('fuzz', async ({ distDir, luck, base, port, logFile, parts }) => {
  const [application] = parts.application;
  next = luck;
  cookie = await demoCookie(base, 'MS');
  const json = async (path) => (await fetch(base + path, { headers: { cookie } })).json();
  const { person } = await json('/api/session');
  const people = [person];
  const { meters } = await json('/api/meters');
  const { tasks } = await json('/api/plan.json');
  known.code = [...new Set(meters.map(({ machine }) => machine))];
  known.taskId = tasks.slice(0, 60).map(({ taskId }) => taskId);
  known.id = [...meters.slice(0, 20).map(({ id }) => id), ...(await json('/api/methods')).methods.map(({ id }) => id)];
  const manifest = join(root, distDir, 'server', 'server-reference-manifest.json');
  const { node } = existsSync(manifest) ? JSON.parse(readFileSync(manifest, 'utf8')) : { node: {} };
  const actions = Object.entries(node).map(([id, { workers }]) => ({
    id,
    path:
      (Object.keys(workers)[0] ?? 'app/open/page')
        .replace(/^app/, '')
        .replace(/\/\([^)]*\)/g, '')
        .replace(/\/page$/, '') || '/',
  }));
  const sense = requestsThatMakeSense({ actions, base, people, tasks });

  const bad = [];
  const slow = [];
  let sent = 0;
  const memory = [];
  let slowest = 0;
  const one = async () => {
    while (sent < requests) {
      sent += 1;
      if (sent % Math.ceil(requests / 20) === 0) memory.push(memoryOf(application.pid));
      const asked = request(sense);
      const { status, ms } = await send(asked, port);
      const words = `${status} in ${ms.toFixed(0)} ms: ${asked.method} ${asked.path.slice(0, 300)} ${JSON.stringify(asked.headers).slice(0, 200)} ${(asked.body ?? '').slice(0, 300)}`;
      // 501 says that a method is not known to HTTP at all; the server is fine.
      if (status >= 500 || status === 0) bad.push(words);
      slowest = Math.max(slowest, ms);
      if (ms > slowMs) slow.push({ asked, words });
    }
  };
  await step(
    `${requests} requests to ${pages.length} pages, ${handlers.length} handlers, ${actions.length} actions`,
    () => Promise.all(Array.from({ length: atOnce }, one)),
  );
  const costly = [];
  for (const { asked, words } of slow) {
    const costs = [];
    for (let time = 0; time < askedAgain; time += 1) {
      const before = processorMs(application.pid);
      await send(asked, port);
      costs.push(processorMs(application.pid) - before);
    }
    console.log(`  slow, costs the processor ${costs.join(', ')} ms: ${words}`);
    if (Math.min(...costs) > slowMs) costly.push(words);
  }
  // What is held goes up and down as the runtime tidies up when it likes; what it comes down to says whether it grows.
  const lowest = (from, to) => Math.min(...memory.slice(memory.length * from, memory.length * to));
  const grown = lowest(0.75, 1) - lowest(0.25, 0.5);
  const most = Math.max(...memory);
  const checks = [
    { name: `nothing answers 5xx, or not within ${hangMs / 1000} s`, ok: bad.length === 0, said: bad },
    { name: `nothing costs more than ${slowMs / 1000} s of the processor`, ok: costly.length === 0, said: costly },
    { name: `memory stays under ${memoryMostMb} MB`, ok: most < memoryMostMb, said: [`${most.toFixed(0)} MB`] },
    { name: 'memory is steady over the second half', ok: grown < 150, said: [`grew by ${grown.toFixed(0)} MB`] },
  ];
  if (bad.length > 0) console.log(readFileSync(logFile, 'utf8').split('\n').slice(-60).join('\n'));
  const held = memory.map((mb) => mb.toFixed(0)).join(' ');
  const summary = `memory at each twentieth: ${held} MB, lowest of the last quarter ${grown.toFixed(0)} MB above that of the second; slowest ${slowest.toFixed(0)} ms, ${slow.length} over ${slowMs / 1000} s`;
  return { checks, summary };
});
