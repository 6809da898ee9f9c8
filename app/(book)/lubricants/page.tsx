import type { Metadata } from 'next';
import Link from 'next/link';
import { Beside } from '@/components/beside';
import { HeadRow, right } from '@/components/ui/head-row';
import { PageHead } from '@/components/ui/page-head';
import { day, number, quantityOf } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { families } from '@/core/compat/vocabulary';
import { type StoreRoomLine, readStoreRoom } from '@/desk/read/store-room';
import { allLubricants } from '@/desk/read/lists';
import { openDesk, readingMuch } from '@/app/server';

export const metadata: Metadata = { title: 'Lubricants' };

/** The store room: what there is, where it is used, what the plan uses in a year. */
export default async function LubricantsPage() {
  const desk = await openDesk();
  const { lines, retired } = await readingMuch(async (db) => ({
    lines: await readStoreRoom(desk),
    retired: (await allLubricants(db)).filter(({ retiredOn }) => retiredOn),
  }));
  return (
    <>
      <PageHead
        title="Lubricants"
        actions={
          <p className="no-print flex flex-wrap gap-2">
            <Link href="/lubricants/translate" className="button">
              Read an old plate
            </Link>
            <WhoMay action="plan">
              <Link href="/lubricants/new" className="button">
                Add a lubricant
              </Link>
            </WhoMay>
          </p>
        }
      />
      <nav aria-label="Store room" className="no-print mt-3 flex flex-wrap gap-x-6">
        {[
          ['/lubricants/chart', 'Viscosity and temperature'],
          ['/lubricants/consolidate', 'Which could be one'],
          ['/lubricants/needs', 'What the plan uses'],
          ['/lubricants/guns', 'Guns'],
          ['/lubricants/labels', 'Labels for cans and guns'],
        ].map(([href, label]) => (
          <Link key={href} href={href!} className="inline-flex min-h-11 items-center md:min-h-8">
            {label}
          </Link>
        ))}
      </nav>
      {lines.length === 0 ? (
        <p className="mt-6">
          The store room is empty. Add the first lubricant; its house code then stands on cans, guns and points.
        </p>
      ) : (
        <StoreRoomTable lines={lines} />
      )}
      {retired.length > 0 && (
        <p className="caption mt-4">
          Out of use:{' '}
          {retired.map(({ id, code, name }, index) => (
            <span key={id}>
              {index > 0 && ', '}
              <Link href={`/lubricants/${code}/edit`}>{code}</Link> {name}
            </span>
          ))}
        </p>
      )}
    </>
  );
}

function StoreRoomTable({ lines }: { lines: readonly StoreRoomLine[] }) {
  return (
    <table className="mt-4 w-full">
      <HeadRow
        folds
        columns={['Code', 'Lubricant', right('Grade'), right('Points'), right('A year, by plan'), right('On hand')]}
      />
      <tbody>
        {lines.map((line) => (
          <StoreRoomRow key={line.lubricant.id} line={line} />
        ))}
      </tbody>
    </table>
  );
}

function StoreRoomRow({ line: { lubricant, unit, onHand, points, need, oldestOpenedOn } }: { line: StoreRoomLine }) {
  const short = need !== undefined && onHand < need.perYear / 12;
  return (
    <tr className="rule-b align-top max-md:grid max-md:grid-cols-[5.5rem_1fr] max-md:py-2">
      <td className="py-2 pr-4 whitespace-nowrap max-md:row-span-5 max-md:py-0">
        <Link href={`/lubricants/${lubricant.code}`} className="no-underline">
          <span className="house-code">{lubricant.code}</span>
        </Link>
      </td>
      <th scope="row" className="py-2 pr-4 font-normal max-md:py-0">
        <Link href={`/lubricants/${lubricant.code}`}>{lubricant.name}</Link>
        <br />
        <span className="caption">
          {families[lubricant.kind]}
          {lubricant.designation && `, ${lubricant.designation}`}
        </span>
      </th>
      <td className="py-2 pr-4 text-right whitespace-nowrap max-md:py-0 max-md:text-left">
        {lubricant.nlgi !== null && `NLGI ${lubricant.nlgi}`}
        {lubricant.nlgi === null && lubricant.isoVg !== null && `VG ${lubricant.isoVg}`}
      </td>
      <td className="py-2 pr-4 text-right max-md:py-0 max-md:text-left">
        {points === 0 ? <span className="text-muted">none</span> : number(points, 0)}
        <span className="caption md:hidden">{points === 1 ? ' point' : ' points'}</span>
      </td>
      <td className="py-2 pr-4 text-right whitespace-nowrap max-md:py-0 max-md:text-left">
        {need && need.perYear > 0 ? (
          <Beside>{quantityOf(need.perYear, need.unit)}</Beside>
        ) : (
          <span className="text-muted" aria-label="nothing">
            –
          </span>
        )}
        <span className="caption md:hidden"> a year</span>
      </td>
      <td className="py-2 pr-4 text-right max-md:py-0 max-md:text-left">
        <span className={`whitespace-nowrap ${short ? 'font-semibold' : ''}`}>
          <Beside>{onHand > 0 ? quantityOf(onHand, unit) : 'none'}</Beside>
        </span>
        {short && <span className="caption block">less than a month’s use</span>}
        {oldestOpenedOn && <span className="caption block">opened {day(oldestOpenedOn)}</span>}
      </td>
    </tr>
  );
}
