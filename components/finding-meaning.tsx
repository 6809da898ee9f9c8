import { type Meaning, actNowWords } from '@/core/words/findings';

/** What a finding may come from, what to do next, and whether the machine may run meanwhile. */
export function FindingMeaning({ meaning, className = '' }: { meaning: Meaning; className?: string }) {
  const { causes, next, restart, restartAfter, urgency } = meaning;
  return (
    <div className={`border-l-4 border-rule pl-3 ${className}`}>
      {causes.length > 0 && <p>It may come from: {causes.join('; ')}.</p>}
      {next.length > 0 && <p>Next: {next.join('; ')}.</p>}
      {restart === 'supervised' && urgency !== 'act-now' && <p>It runs only while somebody watches.</p>}
      {restartAfter && <p>It does not run before {restartAfter}.</p>}
      {urgency === 'act-now' && (
        <p role="status" className="mt-1">
          <strong>{actNowWords}</strong>
        </p>
      )}
    </div>
  );
}
