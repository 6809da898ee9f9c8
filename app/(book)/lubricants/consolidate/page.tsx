import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { counted, quantityOf } from '@/components/words';
import { readMergers } from '@/desk/read/store-room';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Which could be one' };

/** Nearly equal lubricants that could be one, with the reasons and what would be lost. */
/** So many pairs stand on the page: nobody agrees on more at one time. */
const shownMost = 40;

export default async function ConsolidatePage() {
  await openDesk();
  const mergers = await reading(readMergers);
  const shown = mergers.slice(0, shownMost);
  return (
    <>
      <PageHead trail={<Link href="/lubricants">Lubricants</Link>} title="Which could be one" />
      <p className="mt-4 max-w-prose">
        Every further lubricant is one more can to mix up. These are alike in kind, base and thickener, and at most a
        grade apart. The one used at more points is kept. Nothing is changed here: it is for the planner and the
        supplier to agree on.
      </p>
      {mergers.length === 0 && <p className="mt-6">No two lubricants of the store room are that much alike.</p>}
      <div className="mt-6 max-w-4xl">
        {shown.map(({ keep, giveUp, reasons, lost }) => (
          <section
            key={`${keep.lubricant.id}${giveUp.lubricant.id}`}
            aria-label={`${giveUp.lubricant.code} into ${keep.lubricant.code}`}
            className="border-t border-ink py-4"
          >
            <h2 className="text-lg font-normal">
              Keep{' '}
              <Link href={`/lubricants/${keep.lubricant.code}`} className="no-underline">
                <span className="house-code">{keep.lubricant.code}</span>
              </Link>{' '}
              {keep.lubricant.name}, give up{' '}
              <Link href={`/lubricants/${giveUp.lubricant.code}`} className="no-underline">
                <span className="house-code">{giveUp.lubricant.code}</span>
              </Link>{' '}
              {giveUp.lubricant.name}
            </h2>
            <div className="mt-2 grid gap-6 sm:grid-cols-2">
              <div>
                <p className="text-muted">Because</p>
                <ul>
                  {reasons.map((reason) => (
                    <li key={reason}>
                      <Beside>{reason}</Beside>
                    </li>
                  ))}
                  <li>
                    {counted(giveUp.points, 'point')} would change
                    <Beside>
                      {giveUp.onHand > 0 && `; ${quantityOf(giveUp.onHand, giveUp.unit)} are still on the shelf`}
                    </Beside>
                    .
                  </li>
                </ul>
              </div>
              <div>
                <p className="text-muted">Lost with it</p>
                <ul>
                  {lost.map((line) => (
                    <li key={line}>
                      <Beside>{line}</Beside>
                    </li>
                  ))}
                </ul>
              </div>
            </div>
          </section>
        ))}
      </div>
      {mergers.length > shown.length && (
        <p className="mt-4">
          {counted(mergers.length - shown.length, 'more pair')}. Agree on these first; what is then left stands here.
        </p>
      )}
    </>
  );
}
