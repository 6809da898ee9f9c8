import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { calendarOf, calendarPieces } from './calendar';

const round = {
  routeId: '01ARZ3NDEKTSV4RRFFQ69G5FAV',
  number: 3,
  on: '2026-12-01',
  code: 'R-1',
  name: 'Mills',
  minutes: 42,
  tasks: [{ label: 'BM-1·01', title: 'Regrease', lubricant: 'G-22' }],
} as unknown as Parameters<typeof calendarOf>[0][number];
const about = { name: 'Moorfeld', site: 'http://127.0.0.1:3000', now: new Date('2026-11-26T06:00:00Z') };

describe('the calendar', () => {
  it('has no line that a text began: a carriage return inside a name is one no more', () => {
    const text = calendarOf([{ ...round, name: 'Mills\rATTACH:evil\r\nX' }], { ...about, name: 'Moor\rfeld' });
    expect(text.replaceAll('\r\n', '\n')).not.toContain('\r');
    const [event] = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
    expect(event!.getFirstPropertyValue('summary')).toBe('R-1 Mills\nATTACH:evil\nX');
    expect(event!.getFirstProperty('attach')).toBeNull();
  });

  it('is one also where nothing is planned', () => {
    expect(ICAL.parse(calendarOf([], about))).toBeTruthy();
  });

  it('is the same written route by route', async () => {
    async function* byRoute() {
      yield [round];
      yield [];
      yield [{ ...round, number: 4, on: '2026-12-08' }];
    }
    let text = '';
    for await (const piece of calendarPieces(byRoute(), about)) text += piece;
    const events = (ics: string) =>
      new ICAL.Component(ICAL.parse(ics) as unknown[])
        .getAllSubcomponents('vevent')
        .map((event) => [event.getFirstPropertyValue('uid'), String(event.getFirstPropertyValue('dtstart'))]);
    const whole = calendarOf([round, { ...round, number: 4, on: '2026-12-08' }], about);
    expect(events(text)).toEqual(events(whole));
    expect(text.split('\r\n').filter((line) => line.startsWith('BEGIN:VCALENDAR'))).toHaveLength(1);
    expect(text.slice(0, text.indexOf('BEGIN:VEVENT'))).toBe(whole.slice(0, whole.indexOf('BEGIN:VEVENT')));
  });
});
