import { shippedProcedures } from './shipped';
import type { Procedure } from './step';

/** One version of a procedure as the book keeps it: as it was shipped, or as a plant wrote it. */
export type HeldProcedure = {
  procedure: Procedure;
  /** The version that a plant's own was written from, by its key; null for a shipped one and for one written from nothing. */
  basedOn: string | null;
  /** The code of the shipped one in whose place it stands; null where it stands beside, for the tasks that name it. */
  inPlaceOf: string | null;
  isWithdrawn: boolean;
};

/** By which procedure a task is done that goes by a code. */
export type ProceduresInForce = ReadonlyMap<string, Procedure>;

/** The code within the name of a version, as `procedureKey` makes it. */
export const codeOfKey = (key: string): string => key.split(' ')[0]!;

/**
 * What is done under each code: a plant's own in the place of the shipped one, a withdrawn one by what it was written from.
 * @param held the newest version of each procedure that is not as this program ships it
 */
export function proceduresInForce(held: readonly HeldProcedure[]): ProceduresInForce {
  const inForce = new Map(shippedProcedures);
  const inUse = held.filter(({ isWithdrawn }) => !isWithdrawn);
  for (const { procedure } of inUse) inForce.set(procedure.code, procedure);
  for (const { procedure, inPlaceOf } of inUse) if (inPlaceOf) inForce.set(inPlaceOf, procedure);
  for (const { procedure, basedOn, isWithdrawn } of held) {
    const base = isWithdrawn && basedOn ? inForce.get(codeOfKey(basedOn)) : undefined;
    if (base) inForce.set(procedure.code, base);
  }
  return inForce;
}

/** What a task may name, by code: its title is that of what is done under it. */
export const procedureTitles = (held: readonly HeldProcedure[]): Record<string, string> => {
  const inForce = proceduresInForce(held);
  const beside = held.filter(({ inPlaceOf, isWithdrawn }) => !inPlaceOf && !isWithdrawn);
  const codes = [...new Set([...shippedProcedures.keys(), ...beside.map(({ procedure }) => procedure.code)])];
  return Object.fromEntries(codes.map((code) => [code, inForce.get(code)!.title]));
};
