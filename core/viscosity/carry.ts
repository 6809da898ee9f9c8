import { kv100FromIndex, lowestKv100ForIndex, referenceOils } from './astm-d2270';
import { type WaltherLine, highestKv, kvAt, lowestKv, waltherLine } from './walther';

/** VI of an ordinary mineral oil, assumed where a plate gives one viscosity only. */
export const assumedIndex = 95;
/** VI assumed for a multigrade engine oil. */
export const assumedMultigradeIndex = 140;
/** VI assumed for gear oils by their winter grade: 80W and 85W are mineral oils, 75W and thinner ones synthetic as a rule. */
export const assumedWinterIndex: Readonly<Record<string, number>> = { '70W': 150, '75W': 150, '80W': 100, '85W': 100 };

/** Viscosity at 40 °C of an oil known by its viscosity at 100 °C (at least 2 mm²/s) and its index; the inverse of ASTM D2270. */
export function kv40FromIndex(kv100: number, viscosityIndex: number): number {
  const { l, h } = referenceOils(kv100);
  if (viscosityIndex <= 100) return l - (viscosityIndex * (l - h)) / 100;
  return h / kv100 ** Math.log10((viscosityIndex - 100) * 0.00715 + 1);
}

/**
 * The viscosity–temperature line of an oil that is known at 40 °C and by its viscosity index, as a grade is taken at an
 * index that is assumed (ASTM D2270 and D341).
 * @returns undefined where no oil of this viscosity has such an index
 * @example lineByIndex(1, 95) // undefined
 */
export function lineByIndex(kv40: number, viscosityIndex: number): WaltherLine | undefined {
  const kv100 = kv100FromIndex(kv40, viscosityIndex);
  return kv100 === undefined
    ? undefined
    : waltherLine({ temperatureC: 40, kv: kv40 }, { temperatureC: 100, kv: kv100 });
}

/** The line of the thinnest oil that has this index; thinner oils borrow its slope. */
function thinnestLine(viscosityIndex: number): WaltherLine {
  const kv100 = lowestKv100ForIndex;
  return waltherLine({ temperatureC: 40, kv: kv40FromIndex(kv100, viscosityIndex) }, { temperatureC: 100, kv: kv100 });
}

function lineOf(kv40: number, viscosityIndex: number): WaltherLine {
  const line = lineByIndex(kv40, viscosityIndex);
  if (line) return line;
  const { b } = thinnestLine(viscosityIndex);
  const here = waltherLine({ temperatureC: 40, kv: kv40 }, { temperatureC: 100, kv: kv40 * 0.99 });
  return { a: here.a + (b - here.b) * Math.log10(40 + 273.15), b };
}

/**
 * Viscosity at 40 °C of the oil of a given index that has `kv` mm²/s at `temperatureC`, by bisection along Walther lines.
 * Oils too thin to have an index borrow the slope of the thinnest one that has.
 * @returns undefined where it would leave 0.3 … 2·10⁷ mm²/s
 */
export function carryTo40(kv: number, temperatureC: number, viscosityIndex: number): number | undefined {
  const at = (kv40: number) => kvAt(lineOf(kv40, viscosityIndex), temperatureC);
  let low = Math.log(lowestKv);
  let high = Math.log(highestKv);
  if (!(at(Math.exp(low)) <= kv && at(Math.exp(high)) >= kv)) return undefined;
  for (let step = 0; step < 200 && high - low > 1e-13; step += 1) {
    const middle = (low + high) / 2;
    if (at(Math.exp(middle)) < kv) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}
