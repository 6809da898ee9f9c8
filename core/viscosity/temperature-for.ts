import { z } from 'zod';
import { kinematicViscosity, oilTemperatureC } from '../fields/fields';
import { answer, defineMethod, refuse, shown } from '../method';
import { extrapolationNotice } from './at-temperature';
import { checkOilLine, oilLine, oilLineRule, oilLineShape } from './oil-line';
import { temperatureFor } from './walther';

/** The temperature at which an oil has a wanted viscosity; the inverse of `viscosity.at-temperature`. */
export const viscosityTemperatureFor = defineMethod({
  id: 'viscosity.temperature-for',
  version: 1,
  title: 'Temperature for a viscosity',
  summary: 'At which temperature an oil is as thick as wanted, for example warm enough to drain or to pump.',
  source: 'ASTM D341-20, equations (1) and (2), solved for the temperature',
  input: z.strictObject({ ...oilLineShape, kv: kinematicViscosity('Wanted viscosity') }).superRefine(checkOilLine),
  output: z.object({ temperatureC: oilTemperatureC }),
  rules: [oilLineRule, 'kv100 is lower than kv40.'],
  compute(input) {
    const oil = oilLine(input);
    if (!oil.ok) return oil;
    const temperatureC = temperatureFor(oil.line, input.kv);
    if (!(temperatureC >= -90 && temperatureC <= 400))
      return refuse(
        `This oil has ${shown(input.kv)} mm²/s only outside −90 … 400 °C, where the line says nothing.`,
        'kv',
      );
    return answer(
      { temperatureC },
      [
        ...oil.working,
        {
          label: 'Temperature',
          expression: `lg T = (${shown(oil.line.a)} − lg lg Z(${shown(input.kv)})) / ${shown(oil.line.b)}; T − 273.15`,
          value: temperatureC,
          unit: '°C',
        },
      ],
      extrapolationNotice(temperatureC),
    );
  },
});
