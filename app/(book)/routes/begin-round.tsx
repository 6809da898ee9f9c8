'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useId, useRef, useState } from 'react';
import { ulid } from 'ulid';
import { FormProblem } from '@/components/ui/notice';
import { keepDocument, keepRound, keptDocuments, writeNow } from '@/components/use-outbox';
import { counted, dayAndClock } from '@/components/words';
import { type LeanDocument, type WalkDocument, walkDocument } from '@/core/walk/document';
import type { UnsignedWalk, WalkPlan } from '@/desk/walk/rounds';

/**
 * Starts a walk, of what is wanted or of every stop. The walk begins on this device, with signal or without, and the book
 * hears of it before its entries. An older one that was not signed is asked about first.
 */
export function BeginRound({
  plan,
  timeZone,
}: {
  plan: Omit<WalkPlan, 'document'> & { document: LeanDocument };
  timeZone: string;
}) {
  const router = useRouter();
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
      { id, routeId: document.route.id, personId: document.person.id, startedAt, stops },
      { ...document, roundId: id, startedAt, stops: document.stops.filter(({ taskId }) => stops.includes(taskId)) },
    );
    router.push(`/round?id=${id}`);
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
          <button type="button" className="button button-first" onClick={() => void begin(wanted)}>
            Start the round: {wanted.length} of {all.length} stops wanted
          </button>
        )}
        <button
          type="button"
          className={`button ${wanted.length === 0 ? 'button-first' : ''}`}
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
          onGoOn={() => router.push(`/round?id=${asked.walk.id}`)}
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
            const kept = (await keptDocuments()).find((each) => (each as WalkDocument).roundId === id);
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
  for (const kept of await keptDocuments()) {
    const round = walkDocument.safeParse(kept).data;
    if (!round || round.signedAt || round.route.id !== route.id || round.person.id !== person.id) continue;
    const skipped = round.stops.filter(({ written }) => written?.kind === 'skip').length;
    const done = round.stops.filter(({ written }) => written !== null).length - skipped;
    return { id: round.roundId, startedAt: round.startedAt, stops: round.stops.length, done, skipped };
  }
  return null;
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
