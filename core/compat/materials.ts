import { z } from 'zod';
import { type Notice, answer, defineMethod } from '../method';
import {
  type Base,
  type Cleaner,
  type Material,
  additives,
  basesOrUnknown,
  cleaners,
  keysOf,
  materials,
} from './vocabulary';

export const materialVerdicts = ['suits', 'test-first', 'never'] as const;
export type MaterialVerdict = (typeof materialVerdicts)[number];

export const fluid = z
  .strictObject({
    base: z.enum(keysOf(basesOrUnknown)).optional().meta({ title: 'Base oil, of a lubricant' }),
    additives: z
      .array(z.enum(keysOf(additives)))
      .max(9)
      .default([])
      .meta({ title: 'Additives' }),
    cleaner: z.enum(keysOf(cleaners)).optional().meta({ title: 'Cleaner' }),
  })
  .superRefine((value, context) => {
    if ((value.base === undefined) === (value.cleaner === undefined))
      context.addIssue({
        code: 'custom',
        path: ['base'],
        message: 'say either the base oil of a lubricant or which cleaner, and not both.',
      });
  })
  .meta({ title: 'Fluid' });
export type Fluid = z.output<typeof fluid>;

/** What is not simply suitable: `t` test first, `n` never. What is not listed suits by the tables. */
const againstBase: Readonly<Record<Base, Partial<Record<Material, 't' | 'n'>>>> = {
  mineral: { epdm: 'n', 'natural-rubber': 'n', silicone: 't', cr: 't' },
  pao: { epdm: 'n', 'natural-rubber': 'n', silicone: 't', cr: 't' },
  ester: {
    epdm: 'n',
    'natural-rubber': 'n',
    cr: 'n',
    polyurethane: 'n',
    polycarbonate: 'n',
    nbr: 't',
    hnbr: 't',
    silicone: 't',
    paint: 't',
    zinc: 't',
  },
  pag: {
    polyurethane: 'n',
    'natural-rubber': 't',
    nbr: 't',
    cr: 't',
    paint: 'n',
    polycarbonate: 'n',
    aluminium: 't',
    leather: 'n',
    cork: 't',
  },
  silicone: { silicone: 'n' },
  pfpe: {},
  'phosphate-ester': {
    nbr: 'n',
    hnbr: 'n',
    cr: 'n',
    'natural-rubber': 'n',
    polyurethane: 'n',
    polycarbonate: 'n',
    paint: 'n',
    fkm: 't',
    leather: 't',
    cork: 'n',
  },
  vegetable: { epdm: 'n', 'natural-rubber': 'n', cr: 't', copper: 't', zinc: 't' },
  water: {
    steel: 't',
    'cast-iron': 't',
    zinc: 'n',
    polyurethane: 'n',
    aluminium: 't',
    leather: 'n',
    cork: 'n',
    paint: 't',
  },
};

const againstCleaner: Readonly<Record<Cleaner, Partial<Record<Material, 't' | 'n'>>>> = {
  'mineral-spirits': { epdm: 'n', silicone: 'n', 'natural-rubber': 'n', cr: 't', nbr: 't', polycarbonate: 't' },
  isopropanol: { polyurethane: 't', nbr: 't', polycarbonate: 't', paint: 't' },
  ketone: { nbr: 'n', hnbr: 'n', fkm: 'n', cr: 'n', polyurethane: 'n', polycarbonate: 'n', paint: 'n', silicone: 't' },
  chlorinated: {
    nbr: 'n',
    epdm: 'n',
    'natural-rubber': 'n',
    cr: 'n',
    silicone: 'n',
    polyurethane: 'n',
    polycarbonate: 'n',
    paint: 'n',
    aluminium: 't',
    hnbr: 't',
  },
  'alkaline-water': {
    aluminium: 'n',
    zinc: 'n',
    fkm: 't',
    polyurethane: 'n',
    polycarbonate: 't',
    bronze: 't',
    brass: 't',
    copper: 't',
    paint: 't',
    leather: 'n',
  },
  'neutral-water': { leather: 't', cork: 't', steel: 't', 'cast-iron': 't' },
};

const yellowMetals: readonly Material[] = ['bronze', 'brass', 'copper'];

/** Whether a lubricant or cleaner may touch the materials of a point: metals, seals, plastics, paint. */
export const compatMaterials = defineMethod({
  id: 'compat.materials',
  version: 2,
  title: 'May a fluid touch these materials?',
  summary: 'Whether a lubricant or cleaner suits the bronze, the seals and the paint it will touch.',
  source:
    'Resistance tables of seal and plastics literature, condensed; active sulphur and copper alloys after ASTM D130 practice',
  input: z.strictObject({
    fluid,
    materials: z
      .array(z.enum(keysOf(materials)))
      .min(1)
      .max(22)
      .meta({ title: 'Materials' }),
  }),
  output: z.object({
    verdict: z.enum(materialVerdicts).meta({ title: 'Verdict' }),
    reasons: z.array(z.string()).meta({ title: 'Because' }),
    byMaterial: z
      .array(
        z.object({
          material: z.enum(keysOf(materials)).meta({ title: 'Material' }),
          verdict: z.enum(materialVerdicts).meta({ title: 'Verdict' }),
          reason: z.string().meta({ title: 'Because' }),
        }),
      )
      .meta({ title: 'Material by material' }),
  }),
  rules: ['fluid names either a base oil or a cleaner.'],
  compute({ fluid, materials: asked }) {
    const byMaterial = [...new Set(asked)].map((material) => ({ material, ...judge(fluid, material) }));
    const verdict = byMaterial.reduce<MaterialVerdict>(
      (worst, each) =>
        materialVerdicts.indexOf(each.verdict) > materialVerdicts.indexOf(worst) ? each.verdict : worst,
      'suits',
    );
    const reasons = byMaterial.filter((each) => each.verdict !== 'suits').map(({ reason }) => reason);
    const notices: Notice[] = [];
    if (verdict === 'never') notices.push({ level: 'stop', text: reasons[0]! });
    if (verdict === 'test-first')
      notices.push({
        level: 'caution',
        text: 'Ask the seal or lubricant maker for this very compound: the tables know families only.',
      });
    return answer(
      { verdict, reasons: reasons.length > 0 ? reasons : ['Nothing in the tables speaks against it.'], byMaterial },
      byMaterial.map(({ material, verdict: each, reason }) => ({
        label: materials[material],
        expression: reason,
        value: each,
        unit: '',
      })),
      notices,
    );
  },
});

function judge(
  { base, cleaner, additives: mixed }: Fluid,
  material: Material,
): { verdict: MaterialVerdict; reason: string } {
  const name = materials[material];
  if (mixed.includes('ep-active') && yellowMetals.includes(material))
    return { verdict: 'never', reason: `EP additives with active sulphur or chlorine attack ${name}.` };
  if (base === 'unknown')
    return Object.values(againstBase).some((against) => against[material])
      ? { verdict: 'test-first', reason: `The base oil is not known, and some base oils attack ${name}.` }
      : { verdict: 'suits', reason: `No base oil in the tables attacks ${name}.` };
  const against = base ? againstBase[base][material] : againstCleaner[cleaner!][material];
  const who = base ? `${basesOrUnknown[base]} fluid` : cleaners[cleaner!];
  if (against === 'n') return { verdict: 'never', reason: `${sentence(who)} destroys or swells ${name}.` };
  if (against === 't')
    return { verdict: 'test-first', reason: `${sentence(who)} may affect ${name}; it depends on the very compound.` };
  return { verdict: 'suits', reason: `${sentence(who)} suits ${name}.` };
}

const sentence = (words: string) => words[0]!.toUpperCase() + words.slice(1);
