import Link from 'next/link';
import { Beside } from '@/components/beside';
import { NoticeLine } from '@/components/ui/notice';
import { Section } from '@/components/ui/section';
import { Working } from '@/components/ui/working';
import { measured, number } from '@/components/words';
import type { SumpContents } from '@/desk/assign/sump';
import { pointLabel } from '@/core/register/assignment';
import { FillFacts } from '@/app/(book)/plant/machines/[code]/reservoirs/fill-facts';
import type { PointPage as Page } from '@/desk/read/machine';
import { fillOf } from '@/app/(book)/plant/machines/[code]/reservoirs/fill-of';

/** What is in there by what went in: a mixture is said to be one. */
function SumpLine({
  sump: { volumeL, composition, ageH, consumptionLPer1000H, isAssumed, stored },
}: {
  sump: SumpContents;
}) {
  return (
    <div className="mt-2">
      <p>
        In there by the book:{' '}
        <strong>
          <Beside>{measured(volumeL)} L</Beside>
        </strong>
        ,{' '}
        {composition.map(({ code, share }, place) => (
          <span key={code}>
            {place > 0 && ' and '}
            {composition.length > 1 && `${measured(100 * share)} % `}
            <span className="house-code">{code}</span>
          </span>
        ))}
        {ageH !== undefined && `, ${number(ageH, 0)} h old in effect`}
        <Beside>{consumptionLPer1000H ? `, uses ${measured(consumptionLPer1000H)} L in 1 000 h` : ''}</Beside>.
      </p>
      {isAssumed && (
        <p className="caption">No filling is in the book: what was topped up is taken for what is in there.</p>
      )}
      {composition.length > 1 && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: 'A mixture. It is one until it is drained; a change leaves a share of it.',
          }}
        />
      )}
      <Working computation={stored} label="The ledger" />
    </div>
  );
}

/** The reservoir that feeds a point. */
export function OilStoreSection({
  machine,
  reservoir,
  sharedWith,
  sump,
}: Pick<Page, 'machine' | 'sharedWith' | 'sump'> & { reservoir: NonNullable<Page['reservoir']> }) {
  return (
    <Section
      id="reservoir"
      title={
        <>
          Oil store{' '}
          <span className="font-normal">
            <Link href={`/plant/machines/${machine.code}/reservoirs/${reservoir.id}`}>{reservoir.name}</Link>
          </span>
        </>
      }
    >
      {sharedWith.length > 0 && (
        <p className="caption">
          It also feeds{' '}
          {sharedWith.map(({ number: other, name }) => `${pointLabel(machine.code, other)} ${name}`).join(', ')}.
        </p>
      )}
      {sump && <SumpLine sump={sump} />}
      <div className="mt-2">
        <FillFacts reservoir={fillOf(reservoir)} />
      </div>
    </Section>
  );
}
