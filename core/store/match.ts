import { type Base, type Family, families } from '../compat/vocabulary';
import { nlgiApart } from '../lubricant/nlgi';
import { isGreaseKind } from './store-room';
import { isoGrades } from '../viscosity/iso-3448';

type Stored = {
  id: string;
  code: string;
  name: string;
  kind: Family;
  baseOil: Base | null;
  isoVg: number | null;
  nlgi: string | null;
};
/** What a plate asks for: kind and base oil as far as its words say them, the grade or the NLGI number. */
export type Wanted = { type: Family | null; base: Base | null; isoVg: number | null; nlgi: string | null };
export type Match<Row extends Stored = Stored> = { lubricant: Row; fits: boolean; why: string };

/** What to take where a plate asks for an oil that is none for machines: of the same viscosity, without its detergent. */
export const insteadOf: Partial<Record<Family, { type: Family; why: string }>> = {
  engine: {
    type: 'circulating',
    why: 'Engine oil is not a machine oil: its detergent holds water and dirt that ought to settle. Take a circulating or hydraulic oil of that viscosity, unless the machine is an engine or its maker asks for engine oil today as well.',
  },
};

/** Kinds that may stand in for another when a plate is read; the first is the kind itself. */
const near: Partial<Record<Family, readonly Family[]>> = {
  gear: ['gear', 'gear-ep', 'gear-compounded'],
  'gear-ep': ['gear-ep'],
  'gear-compounded': ['gear-compounded', 'gear'],
  circulating: ['circulating', 'turbine', 'hydraulic'],
  turbine: ['turbine', 'circulating'],
  spindle: ['spindle', 'circulating'],
};

/** Where a plate names its base oil, that says more than whether it has EP. */
const kindsFor = (type: Family, base: Base | null): readonly Family[] =>
  base !== null && type === 'gear-ep' ? ['gear-ep', 'gear', 'gear-compounded'] : (near[type] ?? [type]);

const placeOf = (isoVg: number): number => isoGrades.findIndex((grade) => grade.isoVg === isoVg);

/** Lubricants of the store room that a plate may mean: of the right type, then by how near their grade is. At most one grade off. */
export function matchType<Row extends Stored>(rows: readonly Row[], { type, base, isoVg, nlgi }: Wanted): Match<Row>[] {
  const kinds = type === null ? null : kindsFor(type, base);
  const found = rows.flatMap((lubricant) => {
    const kindPlace = kinds === null ? 0 : kinds.indexOf(lubricant.kind);
    // Without a word about the type only oils are offered, and never what is no machine oil.
    if (
      kindPlace < 0 ||
      (kinds === null && (isGreaseKind(lubricant.kind) || ['engine', 'coolant', 'flushing'].includes(lubricant.kind)))
    )
      return [];
    // A grease between two numbers stands in for either of them.
    if (nlgi !== null)
      return lubricant.nlgi !== null && nlgiApart(lubricant.nlgi, nlgi) <= 0.5
        ? [{ lubricant, kindPlace, steps: nlgiApart(lubricant.nlgi, nlgi) }]
        : [];
    // A polyglycol is not stood in for by another base oil, nor the other way round.
    if (base !== null && lubricant.baseOil !== base) return [];
    if (isoVg === null) return type === null ? [] : [{ lubricant, kindPlace, steps: 0 }];
    if (lubricant.isoVg === null) return [];
    const steps = placeOf(lubricant.isoVg) - placeOf(isoVg);
    return Math.abs(steps) <= 1 ? [{ lubricant, kindPlace, steps }] : [];
  });
  return found
    .sort(
      (a, b) =>
        a.kindPlace - b.kindPlace ||
        Math.abs(a.steps) - Math.abs(b.steps) ||
        a.lubricant.code.localeCompare(b.lubricant.code),
    )
    .map(({ lubricant, kindPlace, steps }) => ({
      lubricant,
      fits: kindPlace === 0 && steps === 0 && (isoVg !== null || nlgi !== null),
      why: `${families[lubricant.kind]}${kindPlace > 0 ? ', a neighbouring type' : ''}; ${nlgi !== null ? `NLGI ${lubricant.nlgi}` : `VG ${lubricant.isoVg ?? 'not said'}${isoVg === null ? ', the plate names no grade' : steps === 0 ? '' : steps < 0 ? ', a grade thinner' : ', a grade thicker'}`}`,
    }));
}
