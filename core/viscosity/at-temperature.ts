import { z } from 'zod';
import { kinematicViscosity, oilTemperatureC } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';
import { checkOilLine, oilLine, oilLineRule, oilLineShape } from './oil-line';
import { highestKv, kvAt, lowestKv } from './walther';

/** Outside these temperatures the straight line is an extrapolation (°C). */
export const lineRangeC = { from: -40, to: 150 };

/** The caution for a temperature outside the range in which the line is trusted; empty inside. */
export function extrapolationNotice(temperatureC: number): Notice[] {
  if (temperatureC >= lineRangeC.from && temperatureC <= lineRangeC.to) return [];
  return [
    {
      level: 'caution',
      text: `${shown(temperatureC)} °C lies outside ${lineRangeC.from} … ${lineRangeC.to} °C: the line is extrapolated there; near the pour point the oil no longer flows as it says.`,
    },
  ];
}

/** Viscosity of an oil at any temperature. Example: VG 220 at VI 95 has about 51.2 mm²/s at 70 °C. */
export const viscosityAtTemperature = defineMethod({
  id: 'viscosity.at-temperature',
  version: 1,
  title: 'Viscosity at a temperature',
  summary: 'How thick an oil is at the temperature it really has.',
  source: 'ASTM D341-20, equations (1) and (2) (Walther line); KV100 from the index by ASTM D2270',
  input: z.strictObject({ ...oilLineShape, temperatureC: oilTemperatureC }).superRefine(checkOilLine),
  output: z.object({ kv: kinematicViscosity('Viscosity') }),
  rules: [oilLineRule, 'kv100 is lower than kv40.'],
  compute(input) {
    const oil = oilLine(input);
    if (!oil.ok) return oil;
    const kv = kvAt(oil.line, input.temperatureC);
    if (!(kv >= lowestKv && kv <= highestKv))
      return refuse(
        `At ${shown(input.temperatureC)} °C the line leaves the range it is known for (${lowestKv} … 2·10⁷ mm²/s).`,
        'temperatureC',
      );
    return answer(
      { kv },
      [
        ...oil.working,
        {
          label: `Viscosity at ${shown(input.temperatureC)} °C`,
          expression: `lg lg Z = ${shown(oil.line.a)} − ${shown(oil.line.b)}·lg ${shown(input.temperatureC + 273.15)}`,
          value: kv,
          unit: 'mm²/s',
        },
      ],
      extrapolationNotice(input.temperatureC),
    );
  },
});
