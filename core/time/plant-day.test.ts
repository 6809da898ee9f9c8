import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween, isPlantDay, plantDayOf, startOfPlantDay } from './plant-day';

const vienna = { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 };
const at = (iso: string) => Date.parse(iso);

describe('plant days', () => {
  it('puts two in the night on the evening’s page', () => {
    expect(plantDayOf(at('2026-03-10T01:00:00Z'), vienna)).toBe('2026-03-09');
    expect(plantDayOf(at('2026-03-10T05:00:00Z'), vienna)).toBe('2026-03-10');
  });

  it('keeps the page start at six over the daylight-saving change', () => {
    expect(new Date(startOfPlantDay('2026-03-28', vienna)).toISOString()).toBe('2026-03-28T05:00:00.000Z');
    expect(new Date(startOfPlantDay('2026-03-29', vienna)).toISOString()).toBe('2026-03-29T04:00:00.000Z');
  });

  it.each(['UTC', 'Europe/Vienna', 'America/New_York', 'Asia/Kolkata', 'Pacific/Auckland'])(
    'a day holds its own start in %s',
    (zone) => {
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 20_000 }), fc.constantFrom(0, 360), (offset, dayStart) => {
          const day = addDays('1990-01-01', offset);
          const calendar = { timeZone: zone, dayStartsAtMinutes: dayStart };
          expect(plantDayOf(startOfPlantDay(day, calendar), calendar)).toBe(day);
        }),
      );
    },
  );

  it('counts days over leap years', () => {
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(daysBetween('2026-12-31', '2027-01-01')).toBe(1);
  });

  it('knows a real day from an imagined one', () => {
    expect(['2026-02-28', '2026-02-30', '26-1-1', 'today'].map(isPlantDay)).toEqual([true, false, false, false]);
  });
});
