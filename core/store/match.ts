import { type Family, families } from '../compat/vocabulary';
import { isGreaseKind } from './store-room';
import { isoGrades } from '../viscosity/iso-3448';

type Stored = { id: string; code: string; name: string; kind: Family; isoVg: number | null; nlgi: string | null };
/** What a plate asks for: the kind as far as its words say it, the grade or the NLGI number. */
export type Wanted = { type: Family | null; isoVg: number | null; nlgi: string | null };
export type Match<Row extends Stored = Stored> = { lubricant: Row; fits: boolean; why: string };

/** Kinds that may stand in for another when a plate is read; the first is the kind itself. */
const near: Partial<Record<Family, readonly Family[]>> = {
  gear: ['gear', 'gear-ep', 'gear-compounded'],
  'gear-ep': ['gear-ep'],
  'gear-compounded': ['gear-compounded', 'gear'],
  circulating: ['circulating', 'turbine', 'hydraulic'],
  turbine: ['turbine', 'circulating'],
  spindle: ['spindle', 'circulating'],
};

const placeOf = (isoVg: number): number => isoGrades.findIndex((grade) => grade.isoVg === isoVg);

/** Lubricants of the store room that a plate may mean: of the right type, then by how near their grade is. At most one grade off. */
export function matchType<Row extends Stored>(rows: readonly Row[], { type, isoVg, nlgi }: Wanted): Match<Row>[] {
  const kinds = type === null ? null : (near[type] ?? [type]);
  const found = rows.flatMap((lubricant) => {
    const kindPlace = kinds === null ? 0 : kinds.indexOf(lubricant.kind);
    // Without a word about the type only oils are offered, and never what is no machine oil.
    if (
      kindPlace < 0 ||
      (kinds === null && (isGreaseKind(lubricant.kind) || ['engine', 'coolant', 'flushing'].includes(lubricant.kind)))
    )
      return [];
    if (nlgi !== null) return lubricant.nlgi === nlgi ? [{ lubricant, kindPlace, steps: 0 }] : [];
    if (isoVg === null || lubricant.isoVg === null) return [];
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
      fits: kindPlace === 0 && steps === 0,
      why: `${families[lubricant.kind]}${kindPlace > 0 ? ', a neighbouring type' : ''}; ${nlgi !== null ? `NLGI ${lubricant.nlgi}` : `VG ${lubricant.isoVg}${steps === 0 ? '' : steps < 0 ? ', a grade thinner' : ', a grade thicker'}`}`,
    }));
}
