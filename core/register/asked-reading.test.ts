import { describe, expect, it } from 'vitest';
import { askedReadingForm, bandWords, typedReading } from './asked-reading';

const typed = {
  quantity: 'pressure-drop',
  name: 'Filter difference',
  unit: 'bar',
  validIn: 'running-loaded',
  stopLow: '',
  warnLow: '0,1',
  warnHigh: '1.3',
  stopHigh: '1.6',
};

describe('a reading that a task asks for', () => {
  it('is what was typed, and comes back so', () => {
    const asked = askedReadingForm.parse(typed);
    expect(asked).toEqual({
      quantity: 'pressure-drop',
      name: 'Filter difference',
      unit: 'bar',
      validIn: 'running-loaded',
      band: { warnLow: 0.1, warnHigh: 1.3, stopHigh: 1.6 },
    });
    expect(askedReadingForm.parse(typedReading(asked))).toEqual(asked);
    const open = askedReadingForm.parse({ quantity: 'number', name: 'Count', unit: '' });
    expect(open).toMatchObject({ validIn: null, band: {} });
    expect(askedReadingForm.parse(typedReading(open))).toEqual(open);
  });

  it.each([
    [{ name: '' }, 'name'],
    [{ quantity: 'luck' }, 'quantity'],
    [{ warnLow: '2', warnHigh: '1' }, 'warnHigh'],
    [{ stopHigh: '1' }, 'stopHigh'],
    [{ stopLow: '0.2' }, 'warnLow'],
    [{ warnHigh: 'often' }, 'warnHigh'],
    [{ validIn: 'asleep' }, 'validIn'],
  ])('is refused with %j at its field', (change, field) => {
    const read = askedReadingForm.safeParse({ ...typed, ...change });
    expect(read.error?.issues.map(({ path }) => path.join('.'))).toContain(field);
  });

  it.each([
    [{ warnLow: 20, warnHigh: 60 }, 'bar', '20 to 60 bar'],
    [{ stopLow: 10, warnLow: 20 }, 'mm', 'at least 20 mm'],
    [{ stopHigh: 85 }, '°C', 'up to 85 °C'],
    [{ warnLow: 1, stopHigh: 3 }, '', '1 to 3'],
    [{}, 'bar', ''],
  ])('%j in %s: %s', (band, unit, words) => {
    expect(bandWords(band, unit)).toBe(words);
  });
});
