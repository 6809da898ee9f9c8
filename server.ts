// Serves the book: `npm start` after a build. The framework answers; this looks at every request first, and believes of
// what a request says about itself only what the connection shows, or what a proxy says that SITE_URL's owner trusts.
import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import next from 'next';
import { type Answer, answers } from './app/answer';
import { readConfig } from './config';
import { problemCodes } from './core/problem-codes';
import { isBrokenOff, isUnreachable } from './desk/desk';
import { schemaMisfit, watchDatabase } from './desk/schema';
import { type Refused, isLoopback, refusedAtDoor } from './door/door';
import { limiter } from './door/limiter';
import { kindOf, loggable, telemetry } from './door/telemetry';

const { databaseUrl, port, siteUrl, listenAddress, trustProxy, requestsPerMinute, metricsPort, logsRequests } =
  readConfig();
const isHttps = siteUrl?.startsWith('https:') ?? false;
const dev = process.env.NODE_ENV === 'development';
const app = next({ dev, hostname: listenAddress, port, ...(dev && { turbopack: true }) });
const rules = { siteUrl, limiter: limiter(requestsPerMinute), bySession: limiter(requestsPerMinute / 2) };

/** What a proxy in front says about where a request came from. Anybody can write it. */
const forwarded = /^(?:forwarded|x-forwarded-.*|x-real-ip)$/;

/** The address of whoever sent a request; what others claim about it is taken off, unless a proxy is trusted. */
function addressOf(request: IncomingMessage): string {
  const peer = request.socket.remoteAddress ?? 'unknown';
  if (trustProxy)
    return String(request.headers['x-forwarded-for'] ?? peer)
      .split(',')
      .at(-1)!
      .trim();
  for (const name of Object.keys(request.headers)) if (forwarded.test(name)) delete request.headers[name];
  return peer;
}

/**
 * Whether what is sent cannot be read on the way: it came by https, or does not leave this machine. Where a proxy on this
 * machine, or a trusted one, ends https, it says so.
 */
function isSafeOnTheWay({ headers, socket }: IncomingMessage): boolean {
  const isNear = /^(?:::ffff:)?127\.|^::1$/.test(socket.remoteAddress ?? '');
  if (trustProxy)
    return (
      isHttps &&
      String(headers['x-forwarded-proto'] ?? '')
        .split(',')
        .at(-1)!
        .trim() === 'https'
    );
  return isNear && (siteUrl === undefined || isHttps || isLoopback(headers.host ?? ''));
}

/** What the application is told of a connection, in headers that nobody outside can set. */
function tell(request: IncomingMessage, address: string): void {
  request.headers['x-tagebuch-address'] = address;
  request.headers['x-tagebuch-safe'] = isSafeOnTheWay(request) ? '1' : '0';
}

/** What a proxy calls a request is believed where a proxy is; else it gets a name here, by which its faults are found. */
function requestIdOf({ headers }: IncomingMessage): string {
  const given = trustProxy ? headers['x-request-id'] : undefined;
  return typeof given === 'string' && /^[\w-]{8,64}$/.test(given) ? given : randomUUID();
}

/** Measures a request until it is answered, and says it in a line where that is wanted. */
function watch(request: IncomingMessage, response: ServerResponse, requestId: string, isAction: boolean): void {
  const { method = 'GET', url = '/' } = request;
  const kind = kindOf(url, isAction);
  const began = performance.now();
  const measured = measure.begin(kind);
  response.setHeader('x-request-id', requestId);
  response.once('close', () => {
    const ms = performance.now() - began;
    measured(response.statusCode, ms / 1000);
    if (!logsRequests || kind === 'static') return;
    const line = { at: new Date().toISOString(), requestId, method, path: loggable(url), kind };
    console.log(JSON.stringify({ ...line, status: response.statusCode, ms: Math.round(ms) }));
  });
}

/** Whether this process is alive, and whether it is ready to be sent requests: balancers ask by address, and are told no more. */
function askedOfHealth(url: string, response: ServerResponse): boolean {
  if (url !== '/healthz' && url !== '/readyz') return false;
  const say = (isGood: boolean) => {
    response.writeHead(isGood ? 200 : 503, { 'content-type': 'text/plain', 'cache-control': 'no-store' });
    response.end(isGood ? 'ok\n' : 'not ready\n');
  };
  if (url === '/healthz') say(true);
  else if (isStopping) say(false);
  else void databaseAnswers().then(say);
  return true;
}

function sendAway(response: ServerResponse, { code, detail, retryAfterS }: Refused): void {
  const { status, title } = problemCodes[code];
  response.writeHead(status, {
    'content-type': 'application/problem+json',
    'x-content-type-options': 'nosniff',
    ...(retryAfterS && { 'retry-after': String(retryAfterS) }),
    ...(code === 'too-large' && { connection: 'close' }),
  });
  response.end(JSON.stringify({ type: 'about:blank', title, status, code, detail }));
}

/**
 * The framework knows one answer to all that fails: 500. Where a page was hindered (database away, busy) it may be asked for
 * again: 503. What was posted to an action and cannot be decoded is the sender's: 400; an action of ours never throws, it
 * answers with words. Both stand in the log all the same.
 */
function sayWhatFailed(response: ServerResponse, isAction: boolean, answer: Answer): void {
  const writeHead = response.writeHead.bind(response) as (status: number, ...rest: unknown[]) => ServerResponse;
  response.writeHead = ((status: number, ...rest: unknown[]) => {
    if (status !== 500) return writeHead(status, ...rest);
    if (answer.hindered) response.setHeader('retry-after', '3');
    return writeHead(answer.hindered ? 503 : isAction ? 400 : 500, ...rest);
  }) as typeof response.writeHead;
}

/**
 * Where code and schema do not go together nothing is served: running on would write what the other cannot read. A database
 * that is away is waited for by every page.
 */
async function checkSchema(): Promise<void> {
  const words = await schemaMisfit(databaseUrl).catch((error: unknown) => {
    // A node of a cluster that has not caught up with the others lets nobody wait long either.
    if (!isUnreachable(error) && !isBrokenOff(error)) throw error;
    console.error('The database does not answer yet; pages say so until it does.');
  });
  if (words === undefined) return;
  console.error(words);
  process.exit(1);
}

const measure = telemetry();
const databaseAnswers = watchDatabase(databaseUrl);
let isStopping = false;

await checkSchema();
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer((request, response) => {
  const { method = 'GET', url = '/', headers } = request;
  if (askedOfHealth(url, response)) return;
  const isAction = method === 'POST' && headers['next-action'] !== undefined;
  const requestId = requestIdOf(request);
  watch(request, response, requestId, isAction);
  // Browsers come by https from then on, whatever is typed.
  if (isHttps) response.setHeader('strict-transport-security', 'max-age=31536000');
  const address = addressOf(request);
  tell(request, address);
  const refused = refusedAtDoor({ method, url, headers, address }, rules, Date.now());
  if (refused) return sendAway(response, refused);
  const answer: Answer = { hindered: false, requestId };
  sayWhatFailed(response, isAction, answer);
  const answered = answers.run(answer, () => handle(request, response));
  answered.catch((error: unknown) => {
    console.error('the framework did not answer', error);
    if (!response.headersSent)
      sendAway(response, { code: 'fault', detail: 'Something went wrong that should not have.' });
    else response.end();
  });
});
// Whoever sends a byte a minute holds a connection, not the book.
server.requestTimeout = 60_000;
server.headersTimeout = 20_000;
// Longer than whoever stands in front keeps a connection for the next request: else one is closed just as it is used again.
server.keepAliveTimeout = 75_000;
if (dev) server.on('upgrade', app.getUpgradeHandler());
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, listenAddress, () =>
  console.log(
    siteUrl
      ? `Serving ${siteUrl} on ${listenAddress}:${port}`
      : `Serving on http://${listenAddress}:${port}, on this machine only: SITE_URL is not set`,
  ),
);
// Measurements are for whoever looks after this machine, not for whoever reads the book.
if (metricsPort)
  createServer((request, response) => {
    if (request.url !== '/metrics') return void response.writeHead(404).end();
    void measure.text().then((text) => {
      response.writeHead(200, { 'content-type': measure.contentType });
      response.end(text);
    });
  }).listen(metricsPort, '127.0.0.1');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    // Whoever stands in front sends nobody here any more; what is under way is answered.
    isStopping = true;
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 5000).unref();
  });
