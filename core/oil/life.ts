import { z } from 'zod';
import { oilTemperatureC, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

const halvingK = 10;
/** Below this oil temperature (°C) water and dirt age an oil, not heat: nothing beyond the cap is promised. */
const promisedFromC = 50;

/** Life of an oil at its temperature. Example: 8000 h at 60 °C are 2000 h at 80 °C. */
export const oilLife = defineMethod({
  id: 'oil.life',
  version: 2,
  title: 'Oil life by temperature',
  summary: 'How long an oil lasts when it runs hotter or cooler than its rating.',
  source: 'Rule of thumb after Arrhenius, common in the literature: oxidation life halves for every 10 °C',
  input: z.strictObject({
    baseLifeH: quantity('Rated life', 'h', { above: 0, max: 1e6 }),
    baseTemperatureC: oilTemperatureC,
    temperatureC: oilTemperatureC,
    factors: z
      .array(
        z.strictObject({
          name: z.string().trim().min(1).max(80).meta({ title: 'Because of' }),
          value: quantity('Factor', '', { above: 0, max: 10 }),
        }),
      )
      .max(12)
      .default([])
      .meta({ title: 'Further factors' }),
    capH: quantity('Calendar life', 'h', { above: 0, max: 262_800 }).default(26_280),
  }),
  output: z.object({
    lifeH: quantity('Life', 'h', { above: 0 }),
    uncappedH: quantity('Before the cap', 'h', { above: 0 }),
  }),
  rules: [],
  compute({ baseLifeH, baseTemperatureC, temperatureC, factors, capH }) {
    const byHeat = 2 ** ((baseTemperatureC - temperatureC) / halvingK);
    const product = factors.reduce((sum, { value }) => sum * value, 1);
    const uncappedH = baseLifeH * byHeat * product;
    const isCool = temperatureC < promisedFromC && byHeat > 1;
    const lifeH = Math.min(uncappedH, capH);
    const notices: Notice[] = [];
    if (isCool)
      notices.push({
        level: 'caution',
        text: `Below ${promisedFromC} °C oil does not live longer by being cooler: water stays in it and dirt decides. ${uncappedH > capH ? `The rule would say ${shown(uncappedH)} h; nothing beyond the cap of ${shown(capH)} h is promised.` : 'Judge by sample.'}`,
      });
    else if (uncappedH > capH)
      notices.push({
        level: 'caution',
        text: `Oil also ages by the calendar, with water and dirt: ${shown(capH)} h is the cap.`,
      });
    if (temperatureC > 100)
      notices.push({
        level: 'caution',
        text: 'Above 100 °C the rule is rough and many oils crack or varnish. Find out why it is so hot; judge by sample.',
      });
    return answer(
      { lifeH, uncappedH },
      [
        {
          label: 'By temperature',
          expression: `2^((${shown(baseTemperatureC)} − ${shown(temperatureC)}) / ${halvingK})`,
          value: byHeat,
          unit: '',
        },
        ...factors.map(({ name, value }) => ({ label: name, expression: 'factor', value, unit: '' })),
        {
          label: 'Life before the cap',
          expression: `${shown(baseLifeH)}·${shown(byHeat)}${factors.map(({ value }) => `·${shown(value)}`).join('')}`,
          value: uncappedH,
          unit: 'h',
        },
        { label: 'Life', expression: `min(${shown(uncappedH)}, ${shown(capH)})`, value: lifeH, unit: 'h' },
      ],
      notices,
    );
  },
});
