import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Disclosure } from '@/components/ui/disclosure';
import { saysWords, whenWords } from '@/components/sign-row-words';
import { day as dayWords } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { ulid } from '@/core/fields/fields';
import { isOwn } from '@/core/own';
import { typedOwnSign } from '@/core/register/own-sign-form';
import { type SignRow, rowKey } from '@/core/words/sign-row';
import { type SignWhat, signs } from '@/core/words/signs';
import { type SaidOwn, saidOwn } from '@/desk/own-signs';
import { placeOfPoint } from '@/desk/read/place';
import { PlaceLink } from '@/app/place-link';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { OwnSignForm } from './own-sign-form';

type Props = { params: Promise<{ what: string }> } & Search;

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { what } = await params;
  return { title: isOwn(signs, what) ? signs[what as SignWhat].words : 'Sign' };
}

/** One sign: its rows, and what the plant or one of its points says in their place. */
export default async function RulePage({ params, searchParams }: Props) {
  await openDesk();
  const { what } = await params;
  const { point: named } = await searchOf<'point'>(searchParams);
  if (!isOwn(signs, what)) notFound();
  const pointId = ulid.safeParse(named).data ?? null;
  const { place, said } = await reading(async (db) => ({
    place: pointId ? await placeOfPoint(db, pointId) : null,
    said: await saidOwn(db, { what }),
  }));
  if (pointId && !place) notFound();
  const sign = signs[what as SignWhat];
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={<Link href="/condition/rules">What signs mean</Link>}
        title={<span className="inline-block first-letter:uppercase">{sign.words}</span>}
      >
        {place ? (
          <p>
            As it is to be judged at <PlaceLink {...place} />.{' '}
            <Link href={`/condition/rules/${what}`}>In the whole plant</Link>
          </p>
        ) : (
          <p>As it is to be judged in the whole plant; a point may have its own.</p>
        )}
      </PageHead>
      {sign.rows.map((row) => (
        <Row
          key={rowKey(row)}
          what={what}
          when={whenWords(row, sign.rows)}
          row={row}
          pointId={pointId}
          said={said.filter((each) => each.row === rowKey(row))}
        />
      ))}
    </div>
  );
}

/** One row: the table’s word, the plant’s, the point’s, the last of which holds; and the form for what is said here. */
function Row({
  what,
  when,
  row,
  pointId,
  said,
}: {
  what: string;
  /** When it holds, in words. */
  when: string;
  row: SignRow;
  pointId: string | null;
  said: readonly SaidOwn[];
}) {
  const plants = said.find((each) => each.pointId === '');
  const points = pointId === null ? undefined : said.find((each) => each.pointId === pointId);
  const here = pointId === null ? plants : points;
  const holding = points ?? plants;
  const elsewhere = said.filter((each) => each.pointId !== '' && each.pointId !== pointId).length;
  return (
    <section aria-label={when} className="rule-b py-4">
      <h2 className="text-lg first-letter:uppercase">
        <Beside>{when}</Beside>
      </h2>
      <Said title="The table" {...row} source={row.mark} holds={!holding} />
      {plants && <Said title="This plant" {...plants.says} source={plants.source} on={plants.saidAt} holds={!points} />}
      {points && <Said title="This point" {...points.says} source={points.source} on={points.saidAt} holds />}
      {elsewhere > 0 && (
        <p className="caption mt-1">
          {elsewhere} other {elsewhere === 1 ? 'point has its own' : 'points have their own'}.
        </p>
      )}
      <WhoMay action="plan">
        <Disclosure
          summary={
            here
              ? 'Change it, or take it back'
              : pointId
                ? 'Say otherwise for this point'
                : 'Say otherwise for this plant'
          }
        >
          <div className="mt-2">
            <OwnSignForm
              key={here ? String(here.saidAt) : 'new'}
              pointId={pointId}
              what={what}
              row={rowKey(row)}
              initial={here ? typedOwnSign(here.says, here.source) : typedOwnSign(holding?.says ?? row, '')}
              isSaid={here !== undefined}
            />
          </div>
        </Disclosure>
      </WhoMay>
    </section>
  );
}

/** What one of them says; that which holds stands in full ink. */
const Said = ({
  title,
  source,
  on,
  holds,
  causes,
  next,
  ...says
}: Pick<SignRow, 'verdict' | 'actBy' | 'restart' | 'causes' | 'next'> & {
  title: string;
  source: string;
  on?: Date;
  holds: boolean;
}) => (
  <div className={`mt-2 border-l-4 pl-3 ${holds ? 'border-ink' : 'border-rule text-muted'}`}>
    <p>
      {title}: <strong>{saysWords(says)}</strong>{' '}
      <span className="caption">
        ({source}
        {on ? `, ${dayWords(on.toISOString())}` : ''}){holds ? '' : ', does not hold here'}
      </span>
    </p>
    {causes.length > 0 && <p>It may come from: {causes.join('; ')}.</p>}
    {next.length > 0 && <p>Next: {next.join('; ')}.</p>}
  </div>
);
