import type { PlantDay } from '../time/plant-day';
import { type Who, isTheirs, whoMay } from '../words/task-words';

/** A paper that says that somebody may do something, until it ends. */
export type Certificate = { name: string; who: Who; endsOn: PlantDay };

/** A person as far as work that is planned for others goes. */
export type Entered = { mayDo?: readonly Who[] | null; certificates?: readonly Certificate[] };

/**
 * Why the work of somebody else is not a person's on a day; nothing where it is, or where nobody has said. What rests on
 * certificates is theirs while one of them holds, its last day included.
 * @example whyNotTheirs({ mayDo: ['technician'] }, 'mechanic', '2026-03-01') // 'is not entered for it'
 */
export function whyNotTheirs({ mayDo, certificates = [] }: Entered, who: Who, day: PlantDay): string | undefined {
  if (!isTheirs(mayDo, who)) return 'is not entered for it';
  const papers = certificates.filter((certificate) => certificate.who === who);
  const ended = papers.filter(({ endsOn }) => endsOn < day);
  return papers.length > 0 && ended.length === papers.length
    ? `had ${ended.map(({ name, endsOn }) => `${name} until ${endsOn}`).join(', ')}`
    : undefined;
}

/** The work of others that is not a person's on a day, each with why. */
export const notTheirs = (person: Entered, day: PlantDay): Partial<Record<Who, string>> =>
  Object.fromEntries(
    (Object.keys(whoMay) as Who[]).flatMap((who) => {
      const why = whyNotTheirs(person, who, day);
      return why === undefined ? [] : [[who, why]];
    }),
  );

/** A certificate is spoken of so many days before it ends. */
const spokenOfDays = 60;

/** Where a certificate stands on a day, for a list of people. */
export function certificateStands({ endsOn }: Certificate, day: PlantDay): 'ended' | 'ends soon' | 'holds' {
  if (endsOn < day) return 'ended';
  return (Date.parse(endsOn) - Date.parse(day)) / 86_400_000 <= spokenOfDays ? 'ends soon' : 'holds';
}

/** For what certificates can be: what everybody may needs none. */
export const certifiable = Object.fromEntries(Object.entries(whoMay).filter(([who]) => who !== 'operator')) as Record<
  Exclude<Who, 'operator'>,
  string
>;
