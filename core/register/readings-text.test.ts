import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keysOf } from '../compat/vocabulary';
import { levelGauges } from '../words/level-gauges';
import { quantities } from '../words/quantities';
import { machineStateNames } from '../words/machine-states';
import { askedReadingForm, typedReading } from './asked-reading';
import { pointKindNames } from './point-kinds';
import { parseReadings, readingsText } from './readings-text';
import { usualReadings, usualReadingsAt } from './usual-readings';

describe('readings as one cell of a table', () => {
  it('are written and read back', () => {
    const text = 'Oil | temperature | °C | / / 90 / 95 | running-loaded; Slack | slack | mm | 5 / 10 / / |';
    const parsed = parseReadings(text);
    expect(parsed).toMatchObject({
      ok: true,
      readings: [
        { name: 'Oil', warnHigh: '90', stopHigh: '95', validIn: 'running-loaded' },
        { name: 'Slack', stopLow: '5', warnLow: '10', validIn: '' },
      ],
    });
    expect(parseReadings('')).toEqual({ ok: true, readings: [] });
  });

  it('of any kind come back as they were', () => {
    const limit = fc.option(fc.integer({ min: -500, max: 500 }), { nil: undefined });
    const asked = fc.record({
      quantity: fc.constantFrom(...keysOf(quantities)),
      name: fc.constantFrom('Oil', 'Bearing, left', 'Δp warm'),
      unit: fc.constantFrom('', '°C', 'bar', '1/min'),
      validIn: fc.option(fc.constantFrom(...machineStateNames), { nil: null }),
      band: fc.tuple(limit, limit, limit, limit).map((all) => {
        const rising = all.filter((each) => each !== undefined).sort((a, b) => a - b);
        let next = 0;
        const of = (each: number | undefined) => (each === undefined ? undefined : rising[next++]);
        const [stopLow, warnLow, warnHigh, stopHigh] = all.map(of);
        return { stopLow, warnLow, warnHigh, stopHigh };
      }),
      whoActs: fc.constantFrom('', 'the fitter'),
      means: fc.constantFrom('', 'the arm may sink'),
      gauge: fc.option(fc.constantFrom(...keysOf(levelGauges)), { nil: undefined }),
    });
    fc.assert(
      fc.property(fc.array(asked, { maxLength: 5 }), (all) => {
        // Only a level is seen on something.
        const readings = all.map((each) => (each.quantity === 'level' ? each : { ...each, gauge: undefined }));
        const back = parseReadings(readingsText(readings));
        expect(back).toEqual({ ok: true, readings: readings.map(typedReading) });
      }),
    );
  });

  it.each([
    ['Oil | warmth | °C', 'Quantity'],
    [' | temperature | °C', 'What is read'],
    ['Oil | temperature | °C | 1/2/3/4/5', 'more parts'],
    ['Oil | temperature | °C | / / 90 / 80', 'rise'],
    ['Oil | temperature | °C | | upside-down', 'Counts only when read'],
    ['Oil | temperature | °C | / hot / |', ''],
    ['Oil | level | % | | | | | periscope', 'Level is seen on'],
  ])('%s is refused in words', (text, words) => {
    const parsed = parseReadings(text);
    expect(parsed.ok).toBe(false);
    expect(!parsed.ok && parsed.reason).toContain(words);
  });

  it('has no sign of its own inside a name', () => {
    expect(askedReadingForm.safeParse({ quantity: 'number', name: 'a|b', unit: '' }).success).toBe(false);
    expect(askedReadingForm.safeParse({ quantity: 'number', name: 'a', unit: 'b;c' }).success).toBe(false);
  });
});

describe('what is usually read', () => {
  it('is of kinds that there are, by names of their own, with limits that rise', () => {
    for (const [kind, readings] of Object.entries(usualReadings)) {
      expect(pointKindNames).toContain(kind);
      expect(new Set(readings.map(({ name }) => name)).size).toBe(readings.length);
    }
    for (const kind of pointKindNames) {
      const usual = usualReadingsAt(kind);
      expect(parseReadings(readingsText(usual))).toEqual({ ok: true, readings: usual.map(typedReading) });
    }
    expect(usualReadingsAt('constructor')).toEqual([]);
  });
});
