'use client';

import { useSearchParams } from 'next/navigation';
import { useDeviceTrouble } from '@/components/device-trouble';
import { useNewerVersion } from '@/components/installed';
import { useOutbox } from '@/components/use-outbox';
import { dayAndClock } from '@/components/words';
import type { WalkDocument } from '@/core/walk/document';
import type { WalkPlan } from '@/core/walk/shift';
import { BeginRound, unsignedWalkOf } from './begin-round';
import { Notices } from './notices';
import { useShift } from './use-shift';

/** Opens a round on this very page: it needs nothing that is not here. */
const open = (id: string) => window.history.pushState(null, '', `/round?id=${id}`);

/** The first page of the Round: what this device has taken along, what is not finished, what is not sent. Opens without signal. */
export function RoundsHere() {
  const instead = useSearchParams().get('instead');
  const { along, taking, take } = useShift();
  const { queue, signedOut, takeBack } = useOutbox();
  const trouble = useDeviceTrouble();
  const newer = useNewerVersion();
  const timeZone = along?.shift?.timeZone ?? 'UTC';
  return (
    <main className="in-hand mx-auto min-h-dvh max-w-xl pb-10">
      <header className="flex min-h-14 items-center justify-between gap-3 border-b border-ink px-4">
        <h1 className="text-xl">Rounds on this device</h1>
        <a href="/today" className="inline-flex min-h-14 min-w-14 items-center">
          Today
        </a>
      </header>
      {instead && (
        <p role="alert" className="m-4 border-l-4 border-ink pl-3">
          <strong>The book is not reached just now,</strong> and that page needs it. What was taken along is here and
          can be worked with. <a href={instead}>Try the page again</a>
        </p>
      )}
      <Notices trouble={trouble} queue={queue ?? []} signedOut={signedOut} onTakeOff={(id) => void takeBack(id)} />
      {newer && (
        <p className="m-4 border-l-4 border-ink pl-3">
          A newer version of the book is on this device. Nothing that was written is touched.{' '}
          <button type="button" className="button mt-2 min-h-14" onClick={newer}>
            Use it now
          </button>
        </p>
      )}
      <TakenWhen along={along?.shift ?? null} timeZone={timeZone} taking={taking} onTake={() => void take()} />
      {queue !== null && queue.length > 0 && (
        <p role="status" className="mx-4 mt-3">
          Not sent yet: {queue.length}, the oldest of{' '}
          {dayAndClock(new Date(queue[0]!.queuedAt).toISOString(), timeZone)}. It stays on this device until the book
          has it.
        </p>
      )}
      {along && along.rounds.length > 0 && <NotSigned rounds={along.rounds} timeZone={timeZone} />}
      {along?.plans.map((plan) => (
        <Plan key={plan.document.route.id} plan={plan} timeZone={timeZone} />
      ))}
      {along && along.plans.length === 0 && taking.state !== 'taking' && (
        <p className="mx-4 mt-6">
          No route has anything wanted on this device. Routes with work are taken along when the book is reached.
        </p>
      )}
    </main>
  );
}

/** Who took it along and when, and the way to do it anew. */
function TakenWhen({
  along,
  timeZone,
  taking,
  onTake,
}: {
  along: { person: { initials: string; name: string }; readAt: string; more: boolean } | null;
  timeZone: string;
  taking: ReturnType<typeof useShift>['taking'];
  onTake: () => void;
}) {
  const isTaking = taking.state === 'taking';
  return (
    <section aria-label="Taken along" className="mx-4 mt-4">
      <p role="status">
        {isTaking
          ? `Taking along: ${taking.here} of ${taking.of} …`
          : along
            ? `Taken along ${dayAndClock(along.readAt, timeZone)}, for ${along.person.initials} ${along.person.name}.`
            : 'Nothing is taken along on this device yet.'}
      </p>
      {taking.state === 'failed' && (
        <p role="alert" className="mt-1">
          {taking.reason} {along ? 'What is here stays as it is.' : ''} <a href="/sign-in?to=/round">Sign in</a>
        </p>
      )}
      {along?.more && (
        <p className="caption mt-1">Other routes have work as well: begun from Routes they come along.</p>
      )}
      <button type="button" className="button mt-2 min-h-14 w-full" disabled={isTaking} onClick={onTake}>
        Take the shift along anew
      </button>
    </section>
  );
}

/** Rounds that were begun and not signed; each goes on where it was left. */
const NotSigned = ({ rounds, timeZone }: { rounds: readonly WalkDocument[]; timeZone: string }) => (
  <section aria-labelledby="not-signed" className="mx-4 mt-6">
    <h2 id="not-signed" className="border-b border-ink pb-1 text-lg">
      Begun and not signed
    </h2>
    <ul>
      {rounds.map((round) => {
        const { done, skipped, stops } = unsignedWalkOf(round);
        return (
          <li key={round.roundId} className="rule-b py-2">
            <button
              type="button"
              className="button min-h-14 w-full justify-between gap-3 text-left"
              onClick={() => open(round.roundId)}
            >
              <span>
                {round.route.code} {round.route.name}
              </span>
              <span className="caption">
                {done + skipped} of {stops}, {round.person.initials} {dayAndClock(round.startedAt, timeZone)}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  </section>
);

/** One route that can be walked, with signal or without. */
const Plan = ({ plan, timeZone }: { plan: WalkPlan; timeZone: string }) => (
  <section aria-labelledby={`plan-${plan.document.route.id}`} className="rule-t mx-4 mt-6 pt-3">
    <h2 id={`plan-${plan.document.route.id}`} className="mb-2 text-lg">
      {plan.document.route.code} <span className="font-normal">{plan.document.route.name}</span>
    </h2>
    <BeginRound plan={plan} timeZone={timeZone} onGo={open} />
  </section>
);
