'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useId, useRef, useState } from 'react';
import { ulid } from 'ulid';
import { FormProblem } from '@/components/ui/notice';
import { keepDocument, keepRound, keptDocument, keptRounds, writeNow } from '@/components/use-outbox';
import { counted, dayAndClock } from '@/components/words';
import { type LeanDocument, type WalkDocument, walkDocument } from '@/core/walk/document';
import type { LeanPlan, UnsignedWalk } from '@/core/walk/shift';

/**
 * Starts a walk, of what is wanted or of every stop. The walk begins on this device, with signal or without, and the book
 * hears of it before its entries. An older one that was not signed is asked about first.
 */
export function BeginRound({
  plan,
  timeZone,
  onGo,
}: {
  plan: LeanPlan;
  timeZone: string;
  /** Opens a round; its page is opened where nothing else is said. */
  onGo?: (id: string) => void;
}) {
  const router = useRouter();
  const go = onGo ?? ((id: string) => router.push(`/round?id=${id}`));
  const starting = useRef(false);
  const [asked, setAsked] = useState<{ stops: string[]; walk: UnsignedWalk } | null>(null);
  const { document, wanted } = plan;
  const all = document.stops.map(({ taskId }) => taskId);

  // So that the round opens without signal when this page was opened with it.
  useEffect(() => router.prefetch('/round'), [router]);

  /** Once, however often it is tapped. */
  const once = async (work: () => Promise<void>) => {
    if (starting.current) return;
    starting.current = true;
    try {
      await work();
    } catch (error) {
      starting.current = false;
      throw error;
    }
  };
  const start = async (stops: string[]) => {
    const id = ulid();
    const startedAt = new Date().toISOString();
    await keepRound(
      { id, routeId: document.route.id, personId: document.person.id, startedAt, plannedAt: document.loadedAt, stops },
      { ...document, roundId: id, startedAt, stops: document.stops.filter(({ taskId }) => stops.includes(taskId)) },
    );
    go(id);
  };
  const begin = (stops: string[]) =>
    once(async () => {
      const walk = plan.unsigned ?? (await unsignedHere(document));
      if (!walk) return start(stops);
      starting.current = false;
      setAsked({ stops, walk });
    });
  return (
    <div className="no-print grid gap-3">
      <div className="flex flex-wrap gap-3">
        {wanted.length > 0 && (
          <button
            type="button"
            className="button button-first max-md:min-h-14 max-md:grow"
            onClick={() => void begin(wanted)}
          >
            Start the round: {wanted.length} of {all.length} stops wanted
          </button>
        )}
        <button
          type="button"
          className={`button max-md:min-h-14 max-md:grow ${wanted.length === 0 ? 'button-first' : ''}`}
          disabled={all.length === 0}
          onClick={() => void begin(all)}
        >
          Walk all {all.length} stops
        </button>
      </div>
      {asked && (
        <Unsigned
          walk={asked.walk}
          timeZone={timeZone}
          onGoOn={() => go(asked.walk.id)}
          onLeave={async (brokenOff) => {
            const { id, stops, done, skipped } = asked.walk;
            const answer = await writeNow({
              kind: 'hand-over',
              machineId: null,
              roundId: id,
              personId: document.person.id,
              body: { scope: 'round', done, skipped, left: stops - done - skipped, brokenOff },
            });
            if (answer.state === 'refused') return answer.reason;
            const kept = await keptDocument(id);
            if (kept) await keepDocument(id, { ...(kept as WalkDocument), signedAt: new Date().toISOString() });
            await once(() => start(asked.stops));
            return null;
          }}
        />
      )}
    </div>
  );
}

/** A walk of this route that was begun on this device and not signed, and that the book may not know of yet. */
async function unsignedHere({ route, person }: LeanDocument): Promise<UnsignedWalk | null> {
  for (const kept of await keptRounds()) {
    const round = walkDocument.safeParse(kept).data;
    if (!round || round.signedAt || round.route.id !== route.id || round.person.id !== person.id) continue;
    return unsignedWalkOf(round);
  }
  return null;
}

/** How far a walk is. */
export function unsignedWalkOf({ roundId, startedAt, stops }: WalkDocument): UnsignedWalk {
  const skipped = stops.filter(({ written }) => written?.kind === 'skip').length;
  const done = stops.filter(({ written }) => written !== null).length - skipped;
  return { id: roundId, startedAt, stops: stops.length, done, skipped };
}

/** Asks what is to become of an older walk: gone on with, or left with a reason. */
function Unsigned({
  walk,
  timeZone,
  onGoOn,
  onLeave,
}: {
  walk: UnsignedWalk;
  timeZone: string;
  onGoOn: () => void;
  onLeave: (reason: string) => Promise<string | null>;
}) {
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useId();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const leave = async () => {
    if (why.trim().length < 3) return setProblem('Why it is left: say it in a few words, so that the next one knows.');
    setBusy(true);
    setProblem(await onLeave(why.trim()));
    setBusy(false);
  };
  return (
    <section aria-labelledby={`${id}-heading`} className="max-w-xl border-l-4 border-ink pl-4">
      <h2 id={`${id}-heading`} ref={heading} tabIndex={-1} className="text-xl">
        A walk of this route is not signed yet
      </h2>
      <p className="mt-1">
        Begun {dayAndClock(walk.startedAt, timeZone)}: {walk.done} done, {walk.skipped} skipped, of{' '}
        {counted(walk.stops, 'stop')}.
      </p>
      <p className="mt-3">
        <button type="button" className="button button-first" onClick={onGoOn}>
          Go on with it
        </button>
      </p>
      <label htmlFor={`${id}-why`} className="mt-4 block">
        Or why it is left as it is
      </label>
      <input
        id={`${id}-why`}
        className="field mt-1"
        maxLength={400}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <p className="mt-2">
        <button type="button" className="button" disabled={busy} onClick={() => void leave()}>
          Leave it and begin anew
        </button>
      </p>
      <div className="mt-3">
        <FormProblem reason={problem} />
      </div>
    </section>
  );
}
