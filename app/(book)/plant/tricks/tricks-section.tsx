import { Disclosure } from '@/components/ui/disclosure';
import { Section } from '@/components/ui/section';
import { dayAndClock } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import type { Trick } from '@/desk/register/tricks';
import { TrickForms } from './trick-forms';

/** A trick with what may hurt before it, who found it, and whether rounds show it. */
export const TrickLine = ({ trick, timeZone }: { trick: Trick; timeZone: string }) => {
  const { entryId, text, hazard, author, saidAt, approvedBy } = trick;
  return (
    <>
      {hazard && (
        <p>
          <strong>Mind:</strong> {hazard}
        </p>
      )}
      <p className="whitespace-pre-line">{text}</p>
      <p className="caption">
        {author.initials} {author.name}, {dayAndClock(saidAt.toISOString(), timeZone)}.{' '}
        {approvedBy ? `On rounds by ${approvedBy}’s word.` : 'Waits for a planner: not on rounds yet.'}
      </p>
      <WhoMay action="plan">
        <Disclosure summary={approvedBy ? 'Change it, or take it off rounds' : 'Judge it'} className="no-print" small>
          <TrickForms entryId={entryId} text={text} hazard={hazard} />
        </Disclosure>
      </WhoMay>
    </>
  );
};

/** What somebody has found out about getting at a point; nothing where nobody has. */
export const TricksSection = ({ tricks, timeZone }: { tricks: readonly Trick[]; timeZone: string }) =>
  tricks.length === 0 ? null : (
    <Section id="tricks" title="Tricks" spaced>
      <ul>
        {tricks.map((trick) => (
          <li key={trick.entryId} className="rule-b py-2">
            <TrickLine trick={trick} timeZone={timeZone} />
          </li>
        ))}
      </ul>
    </Section>
  );
