import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { entryContext } from '@/app/entry-context';
import { Beside } from '@/components/beside';
import { entryWords, kindWords } from '@/components/entry-words';
import { dayAndClock } from '@/components/words';
import { loadTaskStates } from '@/desk/standing/states';
import { thePlant } from '@/desk/plant';
import { type LogLine, readEntry } from '@/desk/log/lines';
import { readNames } from '@/desk/read/names';
import { allGuns, allLubricants, findPoint } from '@/desk/read/lists';
import { ownSignsAt } from '@/desk/own-signs';
import { PlaceLink } from '@/app/place-link';
import { EntryChanges } from '@/app/changes-section';
import { openDesk, reading } from '@/app/server';
import { type ListedOpenThing, openThing } from '@/desk/follow/open-things';
import { activePeople } from '@/desk/people/active-people';
import { CorrectionForm } from './correction-form';
import { CloseThingForm, HandOnForm, WaiverForm } from './open-thing-forms';
import { kinds } from '@/core/entry/kinds';

export const metadata: Metadata = { title: 'Entry' };

/** One entry with everything that corrected it, the original first; and the way to correct it. */
export default async function EntryPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk();
  const { entry, plant, lubricants, guns } = await reading(async (db) => ({
    entry: await readEntry(db, id),
    plant: await thePlant(db),
    lubricants: await allLubricants(db),
    guns: await allGuns(db),
  }));
  if (!entry) notFound();
  const names = await reading((db) => readNames(db, entry.chain));
  const { chain, original, newest, current } = entry;
  const { mended } = kinds[original.kind];
  const states = original.machine
    ? await reading((db) => loadTaskStates(db, desk.now, { machineIds: [original.machine!.id] }))
    : [];
  const here = states.filter((state) => state.point.id === original.point?.id);
  // A point without tasks decides as well how urgent something is there.
  const point =
    original.machine && original.point
      ? await reading((db) => findPoint(db, original.machine!.id, original.point!.number))
      : null;
  const own = point ? (await reading((db) => ownSignsAt(db, [point.id])))(point.id) : [];
  const [thing, people] = await reading((db) => Promise.all([openThing(db, desk.now, original.id), activePeople(db)]));
  const context = entryContext({ plant, point: point ? { ...point, own } : undefined, states: here, lubricants, guns });
  return (
    <div className="max-w-3xl">
      <PageHead trail={<Link href="/log">Log</Link>} title={<>{kindWords[original.kind]}</>}>
        {original.machine && (
          <p>
            <PlaceLink machine={original.machine} point={original.point} />
          </p>
        )}
      </PageHead>
      <ol>
        {chain.map((line, index) => (
          <li key={line.id} className="rule-b py-4">
            <p className="caption">
              {index === 0 ? 'Original' : 'Correction'}, {dayAndClock(line.happenedAt, plant.timeZone)} by{' '}
              {line.person.name}; entry {line.seq}, in the book {dayAndClock(line.receivedAt, plant.timeZone)}
              {line.clockAhead ? '; this device’s clock was ahead' : ''}
            </p>
            <p className={`mt-1 text-lg break-words ${line.correctedById ? 'text-muted line-through' : ''}`}>
              <Beside>{lineWords(line, original, names)}</Beside>
            </p>
            <p className="caption break-all">Seal {line.hash.slice(0, 16)}…</p>
          </li>
        ))}
      </ol>
      {thing && original.machine && (
        <StillOpen thing={thing} taskIds={original.taskIds} people={people} personId={desk.actor.id} />
      )}
      <EntryChanges entry={original} timeZone={plant.timeZone} />
      <Mending original={original} voided={current === null} />
      {current !== null && (mended === 'anew' || mended === 'by-voiding') && (
        <Section id="correct" title="Correct this entry" className="no-print mt-8">
          <p className="caption mb-4">
            The original stays in the book; the correction stands beside it with your name.
          </p>
          <CorrectionForm
            timeZone={plant.timeZone}
            personId={desk.actor.id}
            replacesId={newest.id}
            kind={original.kind}
            machineId={original.machine?.id ?? null}
            pointId={original.point?.id ?? null}
            current={current}
            context={context}
          />
        </Section>
      )}
    </div>
  );
}

/** Something that was opened and is still open, or a lock that is on: what becomes of it. */
function StillOpen({
  thing,
  taskIds,
  people,
  personId,
}: {
  thing: ListedOpenThing;
  taskIds: string[];
  people: { id: string; name: string }[];
  personId: string;
}) {
  const { entryId, isLock, name, machine, point, holder, waiver } = thing;
  const place = { personId, machineId: machine.id, pointId: point?.id ?? null, openId: entryId, isLock, name, taskIds };
  const others = people.filter(({ id }) => id !== holder.id).map(({ id, name: label }) => ({ value: id, label }));
  return (
    <Section id="still-open" title={isLock ? 'Still locked' : 'Still open'} className="mt-8" spaced>
      <p>
        {isLock ? '' : `${thing.runsWords}; `}
        {holder.name} {isLock ? 'holds the key.' : 'answers for it.'}
        {waiver && ` Waived by ${waiver.allowedBy}: ${waiver.reason}`}
      </p>
      {(!isLock || holder.id === personId) && <CloseThingForm {...place} />}
      <h3 className="mt-6">Somebody else answers for it</h3>
      <HandOnForm {...place} people={others} />
      {!isLock && (
        <>
          <h3 className="mt-6">It stays open</h3>
          <WaiverForm {...place} />
        </>
      )}
    </Section>
  );
}

/** How a mistake in an entry is mended, where that is not by a correction alone. */
function Mending({ original: { id, kind, body }, voided }: { original: LogLine; voided: boolean }) {
  if (voided)
    return <p className="mt-6">This entry is voided. If something did happen, write a new one at the point.</p>;
  if (kind === 'finding' || kind === 'follow-up')
    return (
      <p className="mt-6">
        What becomes of it is said{' '}
        <Link href={`/condition/${kind === 'finding' ? id : (body as { findingId: string }).findingId}`}>
          where the finding stands
        </Link>
        .
      </p>
    );
  const { mended } = kinds[kind];
  if (mended === 'anew') return null;
  return <p className="mt-6">{notPutRight[mended]}</p>;
}

const notPutRight = {
  'by-voiding': 'This is not put right here; void it with a reason if it was a mistake.',
  'by-the-next': 'An override is changed at its point, with a new override.',
  'where-it-stands': 'What was changed is changed again where it stands; both stay in the book.',
};

function lineWords(line: LogLine, original: LogLine, names: Awaited<ReturnType<typeof readNames>>): string {
  const { replacement, reason } = line.body as { replacement?: { body: Record<string, unknown> }; reason?: string };
  if (line.kind !== 'correction') return entryWords(line.kind, line.body, names);
  return replacement ? `${entryWords(original.kind, replacement.body, names)} (${reason})` : `Voided: ${reason}`;
}
