import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { FindingMeaning } from '@/components/finding-meaning';
import { entryWords, kindWords } from '@/components/entry-words';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { day as dayWords, dayAndClock } from '@/components/words';
import { urgencies } from '@/core/words/findings';
import { type FindingPage as Page, readFinding } from '@/desk/follow/finding';
import { activePeople } from '@/desk/people/active-people';
import { thePlant } from '@/desk/plant';
import { readNames } from '@/desk/read/names';
import { PlaceLink } from '@/app/place-link';
import { openDesk, reading } from '@/app/server';
import { CloseForm, ReopenForm, TakeForm } from './follow-up-forms';

export const metadata: Metadata = { title: 'Finding' };

/** One finding: what it is and means, all that was seen and done, and what becomes of it. */
export default async function FindingPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk();
  const { finding, plant, people } = await reading(async (db) => ({
    finding: await readFinding(db, desk.now, id),
    plant: await thePlant(db),
    people: await activePeople(db),
  }));
  if (!finding) notFound();
  const names = await reading((db) => readNames(db, [...finding.history, ...finding.answers]));
  const { machine, point, said, urgency, meaning, isClosed, againOf, history, answers } = finding;
  const place = { personId: desk.actor.id, machineId: machine.id, pointId: point?.id ?? null, findingId: finding.id };
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={<Link href="/condition">Condition</Link>}
        title={<span className="inline-block first-letter:uppercase">{said}</span>}
      >
        <p>
          <PlaceLink machine={machine} point={point} />
        </p>
      </PageHead>
      <Standing finding={finding} owner={people.find(({ id: each }) => each === finding.ownerId)?.name} />
      {againOf && (
        <p className="mt-2">
          It was <Link href={`/condition/${againOf}`}>closed before</Link> and is back: its cause was another, or is not
          gone.
        </p>
      )}
      {!isClosed && (
        <>
          <FindingMeaning meaning={{ ...meaning, urgency }} className="mt-4" />
          <p className="caption mt-1">
            <Link href={`/condition/rules/${finding.what}${point ? `?point=${point.id}` : ''}`}>
              The rule ({meaning.mark}), and to say otherwise
            </Link>
          </p>
        </>
      )}
      <Section id="history" title="Seen and done" className="mt-6" spaced>
        <ol>
          {history.map((entry) => (
            <li key={entry.id} className="rule-b py-3">
              <p className="caption">
                <Link href={`/log/${entry.id}`}>{dayAndClock(entry.happenedAt, plant.timeZone)}</Link>, {entry.initials}
              </p>
              <p className="break-words">
                <span className="font-medium">{kindWords[entry.kind]}:</span>{' '}
                <Beside>{entryWords(entry.kind, entry.body, names)}</Beside>
              </p>
            </li>
          ))}
        </ol>
      </Section>
      {isClosed ? (
        <Section id="again" title="Open it again" className="no-print mt-8">
          <ReopenForm {...place} />
        </Section>
      ) : (
        <>
          <Section id="take" title="Who follows it up" className="no-print mt-8">
            <TakeForm
              {...place}
              ownerId={finding.ownerId ?? ''}
              byOn={finding.daySaid ? finding.dueOn : ''}
              people={people.map(({ id: value, initials, name }) => ({ value, label: `${initials} ${name}` }))}
            />
          </Section>
          <Section id="close" title="Close it" className="no-print mt-8">
            <p className="caption mb-4">
              With what it came from, and the work that ended that. A top-up makes good what was lost and closes
              nothing.
            </p>
            <CloseForm
              {...place}
              causes={meaning.causes}
              answers={answers.map((entry) => ({
                value: entry.id,
                label: `${dayAndClock(entry.happenedAt, plant.timeZone)}, ${entry.initials}: ${kindWords[entry.kind]}, ${entryWords(entry.kind, entry.body, names)}`,
              }))}
            />
          </Section>
        </>
      )}
    </div>
  );
}

/** How it stands, in one sentence. */
const Standing = ({
  finding: { urgency, isClosed, dueOn, isLate },
  owner,
}: {
  finding: Page;
  owner: string | undefined;
}) =>
  isClosed ? (
    <p className="mt-4 text-lg">
      <strong>Closed.</strong>
    </p>
  ) : (
    <p className="mt-4 text-lg">
      <strong className={urgency === 'act-now' ? 'text-stop' : ''}>{urgencies[urgency]}</strong>,{' '}
      {owner ? `followed up by ${owner}` : <strong>followed up by nobody</strong>}{' '}
      {isLate ? <strong>and past its day, {dayWords(dueOn)}</strong> : `until ${dayWords(dueOn)}`}.
    </p>
  );
