import type { z } from 'zod';
import type { Base, Family } from '@/core/compat/vocabulary';
import { lubricantDecode } from '@/core/lubricant/decode';
import { computeStored } from '@/core/method';
import { type Wanted, insteadOf } from '@/core/store/match';
import { readPlates } from '@/core/viscosity/read-plate';
import { viscosityTranslate } from '@/core/viscosity/translate';

type Designation = z.output<typeof lubricantDecode.output>;
type Viscosities = ReturnType<typeof viscositiesOf>;

/** What a plate says: a designation letter by letter, and viscosities by any scale; and what is asked for with it. */
export function meaningOf(plate: string) {
  const decoded = plate ? computeStored(lubricantDecode, { designation: plate }) : undefined;
  const said = decoded?.ok ? decoded.result : undefined;
  // A designation says its grade itself, but for the SAE numbers: those are a range of viscosities.
  const readings = plate && (!said || said.saeGrade) ? viscositiesOf(plate) : [];
  const type = said?.type ?? readings[0]?.read.type ?? null;
  const instead = type === null ? undefined : insteadOf[type];
  return { decoded, readings, wanted: wantedOf(instead?.type ?? type, said, readings), instead: instead?.why };
}

/** What to look for in the store room; undefined where a plate says neither kind nor grade. */
function wantedOf(type: Family | null, said: Designation | undefined, readings: Viscosities): Wanted | undefined {
  const isoVg = said?.isoVg ?? gradeOf(readings) ?? null;
  if (type === null && isoVg === null) return undefined;
  return { type, base: said ? namedBase(said.base) : null, isoVg, nlgi: said?.nlgi ?? null };
}

/** What a plate says by every scale on it. */
const viscositiesOf = (plate: string) =>
  readPlates(plate).map((read) => ({
    read,
    translated: read.ok ? computeStored(viscosityTranslate, { scale: read.scale, value: read.value }) : undefined,
  }));

/** The first grade that a plate comes to. */
const gradeOf = (readings: Viscosities): number | undefined =>
  readings.flatMap(({ translated }) => (translated?.ok ? (translated.result.isoVg ?? []) : []))[0];

/** A base oil that a designation names; mineral is what it means where it names none. */
const namedBase = (base: Designation['base']): Base | null => (base === 'unknown' || base === 'mineral' ? null : base);

/** Words without their dots and signs, a space before and behind. */
const plainWords = (text: string) =>
  ` ${text
    .toLowerCase()
    .replaceAll('.', '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;

/** Either holds the other as whole words, with dots or without. */
export function isNamed(plate: string, formerName: string): boolean {
  const [typed, name] = [plainWords(plate), plainWords(formerName)];
  return typed.trim() !== '' && (name.includes(typed) || typed.includes(name));
}
