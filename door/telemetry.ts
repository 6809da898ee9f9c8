import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';

/** What kind of answer a request asks for: each takes its own time. */
export type Kind = 'page' | 'action' | 'api' | 'static';

/** Tells requests apart without saying what they were about. */
export function kindOf(url: string, isAction: boolean): Kind {
  if (url.startsWith('/_next/')) return 'static';
  if (url.startsWith('/api/')) return 'api';
  return isAction ? 'action' : 'page';
}

/**
 * The path of an address as it may stand in a log: no query, in which names and keys stand, and no link that lets somebody in.
 * @example loggable('/sign-in/link/abc?x=1') // '/sign-in/link/…'
 * @example loggable('/plant/machines/P1?from=2') // '/plant/machines/P1'
 */
export const loggable = (url: string): string =>
  url
    .split('?')[0]!
    .replace(/^(\/sign-in\/link\/).*/, '$1…')
    .slice(0, 300);

/** Counts requests, in the open text format that collectors of measurements read. */
export function telemetry() {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const registers = [registry];
  const inHand = new Gauge({ name: 'tagebuch_requests_in_hand', help: 'Requests being answered now', registers });
  const answered = new Counter({
    name: 'tagebuch_requests_total',
    help: 'Requests answered, by what was asked for and the class of the status',
    labelNames: ['kind', 'status'] as const,
    registers,
  });
  const took = new Histogram({
    name: 'tagebuch_request_seconds',
    help: 'How long answers took',
    labelNames: ['kind'] as const,
    buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30],
    registers,
  });
  return {
    /** A request begins. @returns what is told when it has been answered, with its status and seconds */
    begin(kind: Kind): (status: number, seconds: number) => void {
      inHand.inc();
      return (status, seconds) => {
        inHand.dec();
        answered.inc({ kind, status: `${Math.floor(status / 100)}xx` });
        took.observe({ kind }, seconds);
      };
    },
    contentType: registry.contentType,
    text: (): Promise<string> => registry.metrics(),
  };
}
