import { z } from 'zod';
import { kinematicViscosity, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

export const regimes = ['boundary', 'mixed', 'good', 'excess'] as const;
type Regime = (typeof regimes)[number];

/**
 * Lubrication regime of a viscosity ratio: boundary below 0.4, mixed below 1, good up to 4, excess above.
 * @example regimeOf(2) // 'good'
 * @example regimeOf(0.3) // 'boundary'
 */
export function regimeOf(kappa: number): Regime {
  if (kappa < 0.4) return 'boundary';
  if (kappa < 1) return 'mixed';
  return kappa <= 4 ? 'good' : 'excess';
}

const advice: Record<Regime, Notice[]> = {
  boundary: [
    {
      level: 'caution',
      text: 'κ below 0.4: metal touches metal. A thicker oil is needed, with anti-wear or EP additives that suit the machine’s metals.',
    },
  ],
  mixed: [
    {
      level: 'caution',
      text: 'κ below 1: the film is broken at times. Anti-wear or EP additives are needed, or a thicker oil.',
    },
  ],
  good: [],
  excess: [{ level: 'info', text: 'κ above 4: no further gain in bearing life; drag, heat and slow starts instead.' }],
};

/** The viscosity ratio κ = ν/ν1 and what it means for the film. */
export const bearingViscosityRatio = defineMethod({
  id: 'bearing.viscosity-ratio',
  version: 1,
  title: 'Viscosity ratio κ',
  summary: 'Whether the oil at operating temperature keeps the surfaces of a rolling bearing apart.',
  source: 'ISO 281:2007, 9.3.3.3, viscosity ratio κ',
  input: z.strictObject({
    kv: kinematicViscosity('Viscosity at operating temperature'),
    nu1: quantity('Required viscosity ν1', 'mm²/s', { above: 0, max: 1e6 }),
  }),
  output: z.object({
    kappa: quantity('Viscosity ratio κ', '', { above: 0 }),
    regime: z.enum(regimes).meta({ title: 'Regime' }),
  }),
  rules: [],
  compute({ kv, nu1 }) {
    const kappa = kv / nu1;
    const regime = regimeOf(kappa);
    return answer(
      { kappa, regime },
      [{ label: 'Viscosity ratio κ', expression: `${shown(kv)} / ${shown(nu1)}`, value: kappa, unit: '' }],
      advice[regime],
    );
  },
});
