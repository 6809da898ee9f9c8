import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

/** What a drip oiler uses, and how long its glass lasts. Example: 10 drops a minute at 25 per mL → 24 mL/h. */
export const dripRate = defineMethod({
  id: 'drip.rate',
  version: 1,
  title: 'Drip oiler',
  summary: 'What so many drops a minute use, and when the glass is empty.',
  source: 'Arithmetic; 25 drops per mL is usual for machine oil at room temperature, count them for yours',
  input: z.strictObject({
    dropsPerMinute: quantity('Drops per minute', '1/min', { min: 0, max: 600 }),
    dropsPerMl: quantity('Drops per mL', '1/mL', { min: 5, max: 100 }).default(25),
    reservoirMl: quantity('Glass holds', 'mL', { above: 0, max: 100_000 }).optional(),
  }),
  output: z.object({
    mlPerHour: quantity('Uses', 'mL/h', { min: 0 }),
    enduranceH: quantity('Lasts', 'h', { above: 0 }).optional(),
  }),
  rules: [],
  compute({ dropsPerMinute, dropsPerMl, reservoirMl }) {
    const mlPerHour = (dropsPerMinute * 60) / dropsPerMl;
    // So few drops that the hours leave any calendar are as good as none.
    const hours = reservoirMl === undefined || mlPerHour === 0 ? undefined : reservoirMl / mlPerHour;
    const enduranceH = hours !== undefined && hours < 1e6 ? hours : undefined;
    const notices: Notice[] =
      dropsPerMinute === 0
        ? [
            {
              level: 'caution',
              text: 'Zero drops: shut, or blocked. A drip oiler is shut when the machine stops and opened before it starts.',
            },
          ]
        : [
            {
              level: 'info',
              text: 'Shut it when the machine stops. Thick cold oil drips slower: count again when warm.',
            },
          ];
    return answer(
      { mlPerHour, ...(enduranceH !== undefined && { enduranceH }) },
      [
        {
          label: 'Uses',
          expression: `${shown(dropsPerMinute)}·60 / ${shown(dropsPerMl)}`,
          value: mlPerHour,
          unit: 'mL/h',
        },
        ...(enduranceH === undefined
          ? []
          : [
              {
                label: 'The glass lasts',
                expression: `${shown(reservoirMl!)} / ${shown(mlPerHour)}`,
                value: enduranceH,
                unit: 'h',
              },
            ]),
      ],
      notices,
    );
  },
});
