import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { saysWords, whenWords } from '@/components/sign-row-words';
import { type OwnSign, rowKey } from '@/core/words/sign-row';
import { type SignWhat, signs } from '@/core/words/signs';
import { ownSignsAt, saidOwn } from '@/desk/own-signs';
import { reading } from '@/app/server';

export const metadata: Metadata = { title: 'What signs mean' };

/** The table of signs: what each comes to, by whose word, and what this plant says in its place. */
export default async function RulesPage() {
  const { plants, points } = await reading(async (db) => ({
    plants: (await ownSignsAt(db, []))(null),
    points: (await saidOwn(db)).filter(({ pointId }) => pointId !== ''),
  }));
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/condition">Condition</Link>} title="What signs mean">
        <p className="mt-1 max-w-prose">
          What is seen or read becomes a finding by this table: of each sign the first row that fits holds. A manual or
          the plant’s own instruction beats it: open a sign to say so. The marks: H, M, L how sure it is; S a standard,
          B the literature, C a convention of the trade. The table informs; it permits nothing.
        </p>
      </PageHead>
      <table className="mt-6 w-full">
        <thead>
          <tr className="rule-b">
            <th scope="col">Sign, and when</th>
            <th scope="col">What it comes to</th>
            <th scope="col">By whose word</th>
          </tr>
        </thead>
        {(Object.keys(signs) as SignWhat[]).map((what) => (
          <SignRows
            key={what}
            what={what}
            plants={plants}
            atPoints={points.filter((each) => each.what === what).length}
          />
        ))}
      </table>
    </div>
  );
}

/** One sign: its name, then its rows, each with what the plant says in its place. */
const SignRows = ({ what, plants, atPoints }: { what: SignWhat; plants: readonly OwnSign[]; atPoints: number }) => (
  <tbody>
    <tr>
      <th scope="rowgroup" colSpan={3} className="pt-4">
        <Link href={`/condition/rules/${what}`} className="inline-flex min-h-11 items-center font-semibold md:min-h-0">
          {signs[what].words}
        </Link>
        {atPoints > 0 && (
          <span className="caption ml-2 font-normal">
            its own at {atPoints} {atPoints === 1 ? 'point' : 'points'}
          </span>
        )}
      </th>
    </tr>
    {signs[what].rows.map((row) => {
      const own = plants.find((each) => each.what === what && each.row === rowKey(row));
      return (
        <tr key={rowKey(row)} className="rule-b align-top">
          <td className="py-1 pr-4 pl-4">
            <Beside>{whenWords(row, signs[what].rows)}</Beside>
          </td>
          <td className="py-1 pr-4">
            {own ? (
              <>
                <strong>{saysWords(own.says)}</strong>
                <span className="caption block">the table: {saysWords(row)}</span>
              </>
            ) : (
              saysWords(row)
            )}
          </td>
          <td className="py-1">{own ? own.source : row.mark}</td>
        </tr>
      );
    })}
  </tbody>
);
