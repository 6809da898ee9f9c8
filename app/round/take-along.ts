import { z } from 'zod';
import {
  fetchJson,
  forgetDocuments,
  keepDocument,
  keptDocument,
  keptDocuments,
  waitingEntries,
} from '@/components/use-outbox';
import { type WalkDocument, walkDocument } from '@/core/walk/document';
import { type LeanPlan, type ShiftList, type WalkPlan, shiftList, walkPlan } from '@/core/walk/shift';
import { loadRound } from './use-round';

const shiftName = 'shift';
const chosenName = 'chosen routes';
const planName = (routeId: string): string => `plan ${routeId}`;
const chosenRoutes = z.object({ ids: z.array(z.string()) });
/** A signed round stays on the device for so long (ms), for whoever looks back. */
const signedKeptMs = 2 * 86_400_000;

/** Routes that somebody takes along on this device, whether or not anything is wanted on them. */
export const chosenHere = async (): Promise<string[]> =>
  chosenRoutes.safeParse(await keptDocument(chosenName)).data?.ids ?? [];

/** Takes a route along from now on; its plan is here at once. */
export async function chooseRoute(plan: LeanPlan): Promise<void> {
  const { id } = plan.document.route;
  await keepDocument(planName(id), plan);
  await keepDocument(chosenName, { ids: [...new Set([...(await chosenHere()), id])] });
}

/** Takes it along only when something is wanted on it. */
export const leaveRoute = async (routeId: string): Promise<void> =>
  keepDocument(chosenName, { ids: (await chosenHere()).filter((id) => id !== routeId) });

/** What is on the device for the shift: who took it along and when, walks that can begin, walks that are not signed. */
export type TakenAlong = { shift: ShiftList | null; plans: WalkPlan[]; rounds: WalkDocument[] };

/** What is here, without asking the book. What another version of the book has kept and this one cannot read is left out. */
export async function takenAlong(): Promise<TakenAlong> {
  const shift = shiftList.safeParse(await keptDocument(shiftName)).data ?? null;
  const plans = await Promise.all((await routesOf(shift)).map((id) => keptDocument(planName(id))));
  return {
    shift,
    plans: plans.flatMap((plan) => walkPlan.safeParse(plan).data ?? []),
    rounds: (await roundsHere()).filter(({ signedAt }) => signedAt === null),
  };
}

/** The routes of a shift, and those that somebody takes along anyway. */
const routesOf = async (shift: ShiftList | null): Promise<string[]> => [
  ...new Set([...(shift?.routes ?? []).map(({ id }) => id), ...(await chosenHere())]),
];

/** Whether the book is open on this device in another name than what is here was taken along for. Not reached, it is not. */
export async function isOthers(shift: ShiftList): Promise<boolean> {
  const asked = await fetchJson('/api/shift');
  const now = asked.ok ? shiftList.safeParse(asked.value).data : undefined;
  return now !== undefined && now.person.id !== shift.person.id;
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
  const routes = await routesOf(shift);
  const all = routes.length + rounds.length;
  let here = 0;
  report(here, all);
  for (const id of routes) {
    const plan = await fetchJson(`/api/routes/${id}/walk`);
    if (plan.ok) await keepDocument(planName(id), plan.value);
    // A route that is not in use any more is not walked; it keeps nothing else from coming along.
    else if (plan.isAway) return plan.reason;
    else await leaveRoute(id);
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
async function forgetOthers(shift: ShiftList): Promise<void> {
  const plans = new Set((await routesOf(shift)).map(planName));
  const before = new Date(Date.parse(shift.readAt) - signedKeptMs).toISOString();
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
