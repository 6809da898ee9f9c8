import { readFileSync, rmSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { expect, test } from '@playwright/test';
import { serve } from '../scripts/lib/application.mjs';
import { freePort } from '../scripts/lib/database.mjs';

/** What a balancer, a collector of measurements and whoever reads the log are told of a book. */
test('a book says that it lives, that it is ready, what it measures, and no secret', async () => {
  const [port, metricsPort] = [await freePort(), await freePort()];
  const logFile = `${process.env.TEST_FOLDER}/running.log`;
  rmSync(logFile, { force: true });
  const application = await serve({
    distDir: process.env.TEST_DIST ?? '.next-test',
    port,
    databaseUrl: process.env.TEST_RUNNING_DATABASE_URL!,
    logFile,
    env: { METRICS_PORT: String(metricsPort), LOG_REQUESTS: '1' },
  });
  const ask = (path: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; text: string; headers: Record<string, unknown> }>((resolve, reject) => {
      const sent = httpRequest({ host: '127.0.0.1', port, path, headers }, (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
        answer.on('end', () => resolve({ status: answer.statusCode!, text, headers: answer.headers }));
      });
      sent.on('error', reject);
      sent.end();
    });
  try {
    // Balancers ask by address, whatever the book is called.
    for (const path of ['/healthz', '/readyz'])
      expect(await ask(path, { host: '10.0.0.7' })).toMatchObject({ status: 200, text: 'ok\n' });
    expect((await ask('/metrics')).status).not.toBe(200);

    const secret = 'q'.repeat(43);
    await ask(`/api/calendar.ics?key=${secret}`);
    await ask(`/sign-in/link/${secret}`);
    const { headers } = await ask('/api/people', { authorization: `Bearer ${secret}`, 'x-request-id': 'chosen-by-me' });
    expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
    const measured = await (await fetch(`http://127.0.0.1:${metricsPort}/metrics`)).text();
    expect(measured).toMatch(/tagebuch_requests_total\{kind="api",status="4xx"\} [1-9]/);
    expect(measured).toContain('tagebuch_request_seconds_bucket');
    await expect(() => expect(readFileSync(logFile, 'utf8')).toContain('/api/people')).toPass();
    const log = readFileSync(logFile, 'utf8');
    expect(log).not.toContain(secret);
    const lines = log.split('\n').filter((line) => line.startsWith('{'));
    expect(lines.map((line) => JSON.parse(line) as object)).toContainEqual(
      expect.objectContaining({ method: 'GET', path: '/api/people', status: 401, requestId: headers['x-request-id'] }),
    );
  } finally {
    await application.stop();
  }
});
