// Serves the book: `npm start` after a build. The framework answers; this looks at every request first, and believes of
// what a request says about itself only what the connection shows, or what a proxy says that SITE_URL's owner trusts.
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import next from 'next';
import { type Answer, answers } from './app/answer';
import { readConfig } from './config';
import { problemCodes } from './core/problem-codes';
import { isUnreachable } from './desk/desk';
import { schemaMisfit } from './desk/schema';
import { type Refused, refusedAtDoor } from './door/door';
import { limiter } from './door/limiter';

const { databaseUrl, port, siteUrl, listenAddress, trustProxy, requestsPerMinute } = readConfig();
const dev = process.env.NODE_ENV === 'development';
const app = next({ dev, hostname: listenAddress, port, ...(dev && { turbopack: true }) });
const rules = { siteUrl, limiter: limiter(requestsPerMinute) };

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
    if (!isUnreachable(error)) throw error;
    console.error('The database does not answer yet; pages say so until it does.');
  });
  if (words === undefined) return;
  console.error(words);
  process.exit(1);
}

await checkSchema();
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer((request, response) => {
  const { method = 'GET', url = '/', headers } = request;
  const refused = refusedAtDoor({ method, url, headers, address: addressOf(request) }, rules, Date.now());
  if (refused) return sendAway(response, refused);
  const answer: Answer = { hindered: false };
  sayWhatFailed(response, method === 'POST' && headers['next-action'] !== undefined, answer);
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
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 5000).unref();
  });
