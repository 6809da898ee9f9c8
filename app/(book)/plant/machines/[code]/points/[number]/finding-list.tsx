import { Beside } from '@/components/beside';
import type { Finding } from '@/core/assign/judge';

const words = { suits: 'For it', caution: 'Caution', stop: 'Stop' } as const;

/** What speaks for and against a lubricant: the rule, the input that caused it, in words. `short` leaves out what only speaks for it. */
export function FindingList({ findings, short = false }: { findings: readonly Finding[]; short?: boolean }) {
  const shown = short ? findings.filter(({ level }) => level !== 'suits') : findings;
  if (shown.length === 0) return null;
  return (
    <ul className={short ? 'mt-1 text-sm' : 'mt-2'}>
      {shown.map(({ level, rule, input, text }) => (
        <li
          key={rule + input}
          className={`border-l-4 py-0.5 pl-3 ${level === 'stop' ? 'border-stop' : level === 'caution' ? 'border-ink' : 'border-rule'}`}
        >
          <strong className={level === 'stop' ? 'text-stop' : ''}>{words[level]}.</strong> <Beside>{text}</Beside>{' '}
          <span className="caption">
            {rule}: <Beside>{input}</Beside>
          </span>
        </li>
      ))}
    </ul>
  );
}
