import { describe, expect, it } from 'vitest';
import { kindOf, loggable, telemetry } from './telemetry';

describe('what is measured', () => {
  it('tells pages, actions, the interface and files apart', () => {
    expect([
      kindOf('/today', false),
      kindOf('/today', true),
      kindOf('/api/due?x=1', false),
      kindOf('/_next/static/a.js', false),
    ]).toEqual(['page', 'action', 'api', 'static']);
  });

  it('holds no query and no link that lets somebody in', () => {
    expect(loggable('/api/calendar.ics?key=secret')).toBe('/api/calendar.ics');
    expect(loggable(`/sign-in/link/${'x'.repeat(43)}`)).toBe('/sign-in/link/…');
    expect(loggable(`/${'x'.repeat(9000)}`)).toHaveLength(300);
  });

  it('counts what is in hand, what was answered and how long it took', async () => {
    const { begin, text, contentType } = telemetry();
    const [first] = [begin('api'), begin('page')];
    first!(404, 0.02);
    const said = await text();
    expect(contentType).toContain('text/plain');
    expect(said).toContain('tagebuch_requests_in_hand 1');
    expect(said).toContain('tagebuch_requests_total{kind="api",status="4xx"} 1');
    expect(said).toContain('tagebuch_request_seconds_bucket{le="0.03",kind="api"} 1');
    expect(said).toMatch(/process_resident_memory_bytes \d/);
  });
});
