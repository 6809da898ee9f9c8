import { z } from 'zod';
import { kinematicViscosity, viscosityIndexField } from '../fields/fields';
import { answer, defineMethod, shown } from '../method';
import { referenceOils } from './astm-d2270';
import { indexOf } from './oil-line';

/** How little an oil thins when it warms. Example: 73.30 and 8.86 mm²/s give 92. */
export const viscosityIndexMethod = defineMethod({
  id: 'viscosity.index',
  version: 1,
  title: 'Viscosity index',
  summary: 'How little an oil thins as it warms up: higher is steadier.',
  source: 'ASTM D2270-10(2016) / ISO 2909, procedures A and B with the piecewise quadratics of L and H',
  input: z.strictObject({
    kv40: kinematicViscosity('Viscosity at 40 °C'),
    kv100: kinematicViscosity('Viscosity at 100 °C'),
  }),
  output: z.object({ viscosityIndex: viscosityIndexField }),
  rules: ['kv100 is lower than kv40 and at least 2 mm²/s.'],
  compute({ kv40, kv100 }) {
    const index = indexOf(kv40, kv100);
    if (!index.ok) return index;
    const { l, h } = referenceOils(kv100);
    const expression =
      index.viscosityIndex <= 100
        ? `100·(${shown(l)} − ${shown(kv40)}) / (${shown(l)} − ${shown(h)})`
        : `N = (lg ${shown(h)} − lg ${shown(kv40)}) / lg ${shown(kv100)}; (10^N − 1)/0.00715 + 100`;
    return answer({ viscosityIndex: index.viscosityIndex }, [
      { label: 'L, reference oil of index 0', expression: `L(${shown(kv100)})`, value: l, unit: 'mm²/s' },
      { label: 'H, reference oil of index 100', expression: `H(${shown(kv100)})`, value: h, unit: 'mm²/s' },
      { label: 'Viscosity index', expression, value: index.viscosityIndex, unit: '' },
    ]);
  },
});
