import {
  fetchJson,
  forgetDocuments,
  keepDocument,
  keptDocument,
  keptDocuments,
  waitingEntries,
} from '@/components/use-outbox';
import { type WalkDocument, walkDocument } from '@/core/walk/document';
import { type ShiftList, type WalkPlan, shiftList, walkPlan } from '@/core/walk/shift';
import { loadRound } from './use-round';

const shiftName = 'shift';
const planName = (routeId: string): string => `plan ${routeId}`;
/** A signed round stays on the device for so long (ms), for whoever looks back. */
const signedKeptMs = 2 * 86_400_000;

/** What is on the device for the shift: who took it along and when, walks that can begin, walks that are not signed. */
export type TakenAlong = { shift: ShiftList | null; plans: WalkPlan[]; rounds: WalkDocument[] };

/** What is here, without asking the book. What another version of the book has kept and this one cannot read is left out. */
export async function takenAlong(): Promise<TakenAlong> {
  const shift = shiftList.safeParse(await keptDocument(shiftName)).data ?? null;
  const plans = await Promise.all((shift?.routes ?? []).map(({ id }) => keptDocument(planName(id))));
  return {
    shift,
    plans: plans.flatMap((plan) => walkPlan.safeParse(plan).data ?? []),
    rounds: (await roundsHere()).filter(({ signedAt }) => signedAt === null),
  };
}

const roundsHere = async (): Promise<WalkDocument[]> =>
  (await keptDocuments()).flatMap(({ document }) => walkDocument.safeParse(document).data ?? []);

/**
 * Takes the walks of the shift along: those that have something wanted, and those not signed, of this device and of the
 * person. What nobody needs any more is dropped.
 * @param report how much of it is here
 * @returns why not, in words; null when all of it is here
 */
export async function takeAlong(report: (here: number, of: number) => void): Promise<string | null> {
  const asked = await fetchJson('/api/shift');
  if (!asked.ok) return asked.reason;
  const shift = shiftList.safeParse(asked.value).data;
  if (!shift) return 'This page is of another version of the book. Reload it.';
  const rounds = [
    ...new Set([
      ...(await roundsHere()).filter(({ signedAt }) => signedAt === null).map(({ roundId }) => roundId),
      ...shift.rounds,
    ]),
  ];
  const all = shift.routes.length + rounds.length;
  let here = 0;
  report(here, all);
  for (const { id } of shift.routes) {
    const plan = await fetchJson(`/api/routes/${id}/walk`);
    if (!plan.ok) return plan.reason;
    await keepDocument(planName(id), plan.value);
    report((here += 1), all);
  }
  for (const id of rounds) {
    await loadRound(id);
    report((here += 1), all);
  }
  await keepDocument(shiftName, shift);
  await forgetOthers(shift);
  return null;
}

/** Drops the plans of other shifts, and rounds that were signed a while ago with what was read on them. */
async function forgetOthers({ routes, readAt }: ShiftList): Promise<void> {
  const plans = new Set(routes.map(({ id }) => planName(id)));
  const before = new Date(Date.parse(readAt) - signedKeptMs).toISOString();
  const waiting = new Set((await waitingEntries()).map(({ roundId }) => roundId));
  const signed = new Set(
    (await roundsHere())
      .filter(({ signedAt, roundId }) => signedAt !== null && signedAt < before && !waiting.has(roundId))
      .map(({ roundId }) => roundId),
  );
  const names = (await keptDocuments()).map(({ id }) => id);
  await forgetDocuments(
    names.filter((name) => (name.startsWith(planName('')) ? !plans.has(name) : signed.has(name.split('/')[0]!))),
  );
}
