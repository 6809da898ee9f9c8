import { dayAndClock } from '@/components/words';
import { isOpen } from '@/desk/people/sessions';
import type { ActionResult } from './server';
import { EndButton } from './end-button';

const ways: Record<string, string> = {
  password: 'by password',
  pin: 'by PIN',
  link: 'by a link',
  directory: 'by the directory',
  demo: 'by a tap, in the demo',
};

type Row = {
  id: string;
  how: string;
  device: string;
  openedAt: Date;
  seenAt: Date;
  endsAt: Date;
  endedAt: Date | null;
};

/** Where a person is signed in, and where they were; those that are open can be ended. */
export function SessionList({
  sessions,
  own,
  now,
  timeZone,
  end,
}: {
  sessions: readonly Row[];
  /** The session by which this page is read. */
  own?: string;
  now: Date;
  timeZone: string;
  end: (id: string) => Promise<ActionResult<unknown>>;
}) {
  if (sessions.length === 0) return <p>Nowhere yet.</p>;
  return (
    <ul>
      {sessions.map((session) => {
        const isHere = session.id === own;
        return (
          <li key={session.id} className="rule-b flex flex-wrap items-center gap-x-4 py-2">
            <span className="min-w-52 grow">
              {deviceOf(session.device)}{' '}
              <span className="caption">
                since {dayAndClock(session.openedAt.toISOString(), timeZone)}, {ways[session.how]}
              </span>
              <span className="caption block">
                {isOpen(session, now)
                  ? `Seen ${dayAndClock(session.seenAt.toISOString(), timeZone)}; ends ${dayAndClock(session.endsAt.toISOString(), timeZone)} at the latest.`
                  : `Ended${session.endedAt ? ` ${dayAndClock(session.endedAt.toISOString(), timeZone)}` : ' by itself'}.`}
              </span>
            </span>
            {isHere && <span className="caption">this one</span>}
            {isOpen(session, now) && !isHere && <EndButton end={end.bind(null, session.id)} words="End it" />}
          </li>
        );
      })}
    </ul>
  );
}

/** What a browser says that it is, as short as people say it. */
function deviceOf(said: string): string {
  const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(said)?.[0]?.replace('Mac OS X', 'Mac');
  const browser = /Firefox|Edg|Chrome|Safari/.exec(said)?.[0]?.replace('Edg', 'Edge');
  return system || browser ? [browser, system].filter(Boolean).join(', ') : said.slice(0, 40) || 'A program';
}
