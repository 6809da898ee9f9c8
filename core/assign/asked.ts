import type { Family } from '../compat/vocabulary';
import type { Notice, StoredComputation } from '../method';

/** One answer of one school, with its working; or why it has none. */
export type SchoolAnswer = { school: string; answer: string; stored?: StoredComputation; isoVg?: number };

/** What a point asks of its lubricant, before any lubricant is looked at. */
export type Requirement = {
  /** Kinds that suit, best first. The type comes before the viscosity. */
  families: Family[];
  typeWhy: string;
  /** The grade the schools propose; undefined for greases and where nothing proposes one. */
  isoVg?: number;
  /** NLGI numbers that suit, best first. */
  nlgi?: string[];
  /** Required base-oil viscosity at running temperature (mm²/s) of a greased or oiled bearing. */
  nu1?: number;
  runningC?: number;
  coldestC: number;
  /** Thickest oil that the supply still moves at the start (mm²/s). */
  startLimit?: number;
  ep: 'required' | 'allowed' | 'forbidden';
  /** Why EP is forbidden, where it is not for a copper alloy: clutches slip on it, and on solids as well. */
  epSlips?: boolean;
  /** What nobody has said of the point, and what follows: no lubricant suits without care then. */
  notKnown?: string;
  /** Solid lubricants build up on the tracks of rolling elements that only travel. */
  noSolids?: boolean;
  /** The table asks for a synthetic oil. */
  baseRequired?: 'synthetic';
  /** Running temperature is that of a gear’s sump, which not every base oil stands. */
  isGearSump?: boolean;
  /** Thinnest base oil of a grease at 40 °C (mm²/s) that stays where it must. */
  leastBaseKv40?: number;
  /** Water at the point: the grease must stand it. */
  wet: boolean;
  schools: SchoolAnswer[];
  notices: Notice[];
};

export type Ambient = { minC: number; maxC: number };
export type Details = Readonly<Record<string, number | string>>;
export type Asked = Partial<Requirement> & Pick<Requirement, 'families' | 'typeWhy'>;

/** What the kind of a point asks for, by its fields and surroundings. */
export type Rule = (details: Details, ambient: Ambient) => Asked;

/** A field of a point as a number; undefined where it was left out. */
export const num = (value: number | string | undefined): number | undefined =>
  value === undefined || value === '' ? undefined : Number(value);

/** A convention that is no method of its own, kept with its working like one. */
export const ownComputation = (
  source: string,
  input: Record<string, unknown>,
  working: StoredComputation['working'],
  result: unknown,
): StoredComputation => ({ methodId: 'convention', version: 1, input, result, working, notices: [], source });

/** A grade that practice gives, not a formula. */
export function fixedGrade(families: Family[], typeWhy: string, isoVg: number, because: string, source: string): Asked {
  return {
    families,
    typeWhy,
    isoVg,
    schools: [
      {
        school: 'By practice',
        answer: `VG ${isoVg}: ${because}`,
        isoVg,
        stored: ownComputation(source, {}, [{ label: 'Grade', expression: because, value: isoVg, unit: 'ISO VG' }], {
          isoVg,
        }),
      },
    ],
  };
}
