import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dimensions, parseQuantity, type Dimension } from './parse-quantity';
import { longText, requiredQuantity, typedQuantity } from './typed-field';

describe('typed quantities', () => {
  it.each([
    ['1,5', 'length', 1.5],
    ['1.5', 'length', 1.5],
    ['12 000 h', 'hours', 12_000],
    ['12 000,5', 'number', 12_000.5],
    ['1,234.5', 'number', 1234.5],
    ['1.234,5', 'number', 1234.5],
    ['1,000,000', 'number', 1_000_000],
    ['0,125', 'number', 0.125],
    ['130 °F', 'temperature', 54.444],
    ['-40 °F', 'temperature', -40],
    ['−5', 'temperature', -5],
    ['2 in', 'length', 50.8],
    ['1 fl oz', 'volume', 0.0295735],
    ['2 oz wt', 'mass', 56.699],
    ['500 ml', 'volume', 0.5],
    ['.5', 'mass', 0.5],
    ['4 cm³', 'volume', 0.004],
  ] as const)('reads %s as %s', (typed, dimension, value) => {
    const parsed = parseQuantity(typed, dimension as Dimension);
    expect(parsed).toMatchObject({ ok: true, typed });
    expect((parsed as { value: number }).value).toBeCloseTo(value, 3);
  });

  it.each([
    ['1,500', 'mass', 'ambiguous-number'],
    ['1.500', 'mass', 'ambiguous-number'],
    ['12,345 g', 'mass', 'ambiguous-number'],
    ['5 oz', 'mass', 'ambiguous-unit'],
    ['5 oz', 'volume', 'ambiguous-unit'],
    ['5 parsec', 'length', 'unknown-unit'],
    ['5 g', 'volume', 'wrong-dimension'],
    ['five', 'mass', 'not-a-number'],
    ['12 abc 3', 'mass', 'unknown-unit'],
    ['1 5', 'mass', 'not-a-number'],
    ['', 'mass', 'empty'],
    ['1..5', 'mass', 'not-a-number'],
    ['1e5', 'mass', 'unknown-unit'],
    ['NaN', 'mass', 'not-a-number'],
    ['Infinity', 'mass', 'not-a-number'],
  ] as const)('asks back for "%s" (%s): %s', (typed, dimension, code) => {
    expect(parseQuantity(typed, dimension)).toMatchObject({ ok: false, code });
  });

  it('echoes a conversion', () => {
    expect(parseQuantity('130 °F', 'temperature')).toMatchObject({ echo: '130 °F = 54.4 °C' });
    expect(parseQuantity('54 °C', 'temperature')).not.toHaveProperty('echo');
  });

  it('reads back any plain number it would show', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -999, max: 999 }),
        fc.integer({ min: 0, max: 99 }),
        fc.constantFrom('.', ','),
        (whole, cents, sign) => {
          const typed = `${whole}${sign}${String(cents).padStart(2, '0')}`;
          expect(parseQuantity(typed, 'number')).toMatchObject({ ok: true, value: Number(typed.replace(',', '.')) });
        },
      ),
    );
  });

  it('never gives NaN or Infinity, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 40 }),
        fc.constantFrom(...(Object.keys(dimensions) as Dimension[])),
        (typed, dimension) => {
          const parsed = parseQuantity(typed, dimension);
          if (parsed.ok) expect(Number.isFinite(parsed.value)).toBe(true);
          else expect(parsed.reason).not.toBe('');
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe('typed fields of a form', () => {
  const width = requiredQuantity('length', { label: 'Width B', above: 0, max: 3000 });

  it.each([
    ['', 'Width B: is needed here.'],
    ['-3', 'Width B: must be more than 0 mm.'],
    ['0', 'Width B: must be more than 0 mm.'],
    ['99999', 'Width B: must be at most 3000 mm.'],
    ['wide', 'Width B: "wide" is not a number. Type digits, with or without mm.'],
  ])('says what is wrong with "%s"', (typed, message) => {
    expect(width.safeParse(typed).error?.issues[0]?.message).toBe(message);
  });

  it('leaves an empty optional quantity undefined', () => {
    expect(typedQuantity('mass', { label: 'Mass', max: 5 }).parse('')).toBeUndefined();
  });

  it('refuses a note of 10 000 characters and says how many fit', () => {
    expect(longText('Note').safeParse('x'.repeat(10_000)).error?.issues[0]?.message).toContain(
      '10000 characters; at most 4000',
    );
    expect(longText('Note').safeParse('x'.repeat(4000)).success).toBe(true);
  });
});

describe('dimensions of the store room and the gears', () => {
  it.each([
    ['492 ft/min', 'line-speed', 2.49936],
    ['2,5 m/s', 'line-speed', 2.5],
    ['0.12 L', 'millilitres', 120],
    ['4 fl oz', 'millilitres', 118.294],
    ['60 ml', 'cubic-centimetres', 60],
    ['880 kg/m³', 'density', 0.88],
    ['0.9', 'density', 0.9],
    ['6 %', 'percent', 6],
    ['32 cSt', 'viscosity', 32],
  ] as const)('%s in a field of %s is %f', (typed, dimension, value) => {
    const parsed = parseQuantity(typed, dimension);
    expect(parsed.ok && parsed.value).toBeCloseTo(value, 3);
  });

  it.each([
    ['5 oz', 'millilitres', 'ambiguous-unit'],
    ['5 bar', 'density', 'wrong-dimension'],
    ['5 drops', 'millilitres', 'unknown-unit'],
    ['1,500', 'line-speed', 'ambiguous-number'],
  ] as const)('%s in a field of %s is asked back: %s', (typed, dimension, code) => {
    expect(parseQuantity(typed, dimension)).toMatchObject({ ok: false, code });
  });
});
