import { describe, expect, it } from 'vitest';
import { besideNames, saidBeside } from './beside';

describe('other units beside', () => {
  it.each([
    ['20.2 g', '20.2 g (0.713 oz wt)'],
    ['1.2 kg of grease, 3 strokes', '1.2 kg (2.65 lb) of grease, 3 strokes'],
    ['454 g', '454 g (1 lb)'],
    ['40 mL', '40 mL (1.35 fl oz)'],
    ['0.95 L of oil in', '0.95 L (1 qt) of oil in'],
    ['180 L', '180 L (47.6 gal)'],
    ['12\u202f000 L a year', '12\u202f000 L (3170 gal) a year'],
    ['12 000 L a year', '12 000 L (3170 gal) a year'],
    ['54.4 °C', '54.4 °C (130 °F)'],
    ['−40 °C', '−40 °C (−40 °F)'],
    ['−10 to 85 °C', '−10 to 85 °C (14 to 185 °F)'],
    ['25 × 52 × 15 mm', '25 × 52 × 15 mm (0.984 × 2.05 × 0.591 in)'],
    ['0.5 to 1.5 L', '0.5 to 1.5 L (0.528 to 1.59 qt)'],
    ['7 bar at the filter', '7 bar (102 psi) at the filter'],
    ['4.5 mm/s', '4.5 mm/s (0.177 in/s)'],
    ['It holds 3.2 L; 1 L is missing.', 'It holds 3.2 L (3.38 qt); 1 L (1.06 qt) is missing.'],
    ['0 g', '0 g (0 oz wt)'],
  ])('%s', (text, said) => expect(saidBeside(text, besideNames)).toBe(said));

  it.each([
    ['viscosity', '320 mm²/s'],
    ['density', '0.88 g/cm³'],
    ['a share of a length', '25 mm/h'],
    ['a grade', 'CLP 320, 100 Litres'],
    ['a code', 'GR-2·07 g'],
    ['a difference', 'warmer by 10 K'],
    ['a number without a unit', '1 000 h'],
    ['what is said beside already', '130 °C (266 °F)'],
    ['a year before a unit of no figure', 'Nov 2026, L'],
  ])('leaves %s alone', (_, text) => expect(saidBeside(text, besideNames)).toBe(text));

  it('says only what the plant chose', () => {
    expect(saidBeside('20 g at 54.4 °C', ['temperature'])).toBe('20 g at 54.4 °C (130 °F)');
    expect(saidBeside('20 g at 54.4 °C', [])).toBe('20 g at 54.4 °C');
  });
});
