import type { z } from 'zod';
import { kinematicViscosity, viscosityIndexField } from '../fields/fields';
import { type WorkingStep, refuse, shown } from '../method';
import { highestIndex, kv100FromIndex, lowestIndex, lowestKv100ForIndex, viscosityIndexOf } from './astm-d2270';
import { type WaltherLine, waltherLine } from './walther';

/** How an oil's viscosity–temperature line is given: kv40 and exactly one of kv100 and viscosityIndex. */
export const oilLineShape = {
  kv40: kinematicViscosity('Viscosity at 40 °C'),
  kv100: kinematicViscosity('Viscosity at 100 °C').optional(),
  viscosityIndex: viscosityIndexField.optional(),
};

export const oilLineRule = 'Either the viscosity at 100 °C or the viscosity index is given, not both.';

type OilLineInput = { kv40: number; kv100?: number | undefined; viscosityIndex?: number | undefined };

export function checkOilLine(value: OilLineInput, context: z.RefinementCtx) {
  if ((value.kv100 === undefined) === (value.viscosityIndex === undefined)) {
    context.addIssue({
      code: 'custom',
      path: [value.kv100 === undefined ? 'kv100' : 'viscosityIndex'],
      message: 'give either the viscosity at 100 °C or the viscosity index, and not both.',
    });
  }
}

/** The line of an oil with the first steps of the working, or a refusal. */
export function oilLine(
  input: OilLineInput,
): { ok: true; line: WaltherLine; kv100: number; working: WorkingStep[] } | ReturnType<typeof refuse> {
  const working: WorkingStep[] = [];
  let kv100 = input.kv100;
  if (kv100 === undefined) {
    kv100 = kv100FromIndex(input.kv40, input.viscosityIndex!);
    if (kv100 === undefined)
      return refuse(
        `No oil of ${shown(input.kv40)} mm²/s at 40 °C has a viscosity index of ${shown(input.viscosityIndex!)}: its viscosity at 100 °C would lie below ${lowestKv100ForIndex} mm²/s, where the index is not defined, or above the one at 40 °C. Give the viscosity at 100 °C instead.`,
        'viscosityIndex',
      );
    working.push({
      label: 'Viscosity at 100 °C (ASTM D2270, solved by bisection)',
      expression: `KV100 with VI(${shown(input.kv40)}, KV100) = ${shown(input.viscosityIndex!)}`,
      value: kv100,
      unit: 'mm²/s',
    });
  } else if (kv100 >= input.kv40) {
    return refuse('The viscosity at 100 °C must be lower than the one at 40 °C. Were the two swapped?', 'kv100');
  }
  const line = waltherLine({ temperatureC: 40, kv: input.kv40 }, { temperatureC: 100, kv: kv100 });
  working.push(
    {
      label: 'Slope B',
      expression: `(lg lg Z(${shown(input.kv40)}) − lg lg Z(${shown(kv100)})) / (lg 373.15 − lg 313.15)`,
      value: line.b,
      unit: '',
    },
    { label: 'Intercept A', expression: `lg lg Z(${shown(input.kv40)}) + B·lg 313.15`, value: line.a, unit: '' },
  );
  return { ok: true, line, kv100, working };
}

/** Viscosity index of an oil, or the reason why it has none. */
export function indexOf(kv40: number, kv100: number): { ok: true; viscosityIndex: number } | ReturnType<typeof refuse> {
  if (kv100 >= kv40)
    return refuse('The viscosity at 100 °C must be lower than the one at 40 °C. Were the two swapped?', 'kv100');
  if (kv100 < lowestKv100ForIndex)
    return refuse(`The viscosity index is not defined below ${lowestKv100ForIndex} mm²/s at 100 °C.`, 'kv100');
  const viscosityIndex = viscosityIndexOf(kv40, kv100);
  if (viscosityIndex < lowestIndex || viscosityIndex > highestIndex)
    return refuse(
      `The viscosity index would be ${shown(viscosityIndex)}, outside ${lowestIndex} … ${highestIndex}. One of the two viscosities is probably mistyped.`,
      'kv40',
      'kv100',
    );
  return { ok: true, viscosityIndex };
}
