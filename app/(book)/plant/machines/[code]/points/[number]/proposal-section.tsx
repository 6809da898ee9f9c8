import { Beside } from '@/components/beside';
import { Disclosure } from '@/components/ui/disclosure';
import { Section } from '@/components/ui/section';
import { NoticeLine } from '@/components/ui/notice';
import { Working } from '@/components/ui/working';
import { counted, measured, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type GreasePlan, greaseSchools } from '@/core/grease/plan';
import { type StrokeRounding, greaseStrokes } from '@/core/grease/strokes';
import { computeStored } from '@/core/method';
import { TakeComputed } from './take-computed';

type Gun = { id: string; code: string; gramsPerStroke: number; airPowered: boolean };
/** Amount and interval worked out from a bearing's sizes, by the school in force; the other schools one tap away. */
export function ProposalSection({
  proposal,
  guns,
  forbidsAirGun,
  known,
  pointId,
}: {
  proposal: GreasePlan;
  guns: Gun[];
  forbidsAirGun: boolean;
  known: boolean;
  pointId: string;
}) {
  const { closed, school, amount, interval, others, otherInterval, notices } = proposal;
  if (closed) {
    return (
      <Section id="computed" title="Not regreased" className="border-y border-ink py-4">
        <NoticeLine notice={{ level: 'stop', text: closed }} />
      </Section>
    );
  }
  return (
    <Section
      id="computed"
      title={<>{known ? 'The computation would now differ' : 'Worked out from its sizes'}</>}
      className="border-y border-ink py-4"
    >
      {known && (
        <p className="caption">
          The point or the plant’s schools have changed since. Nothing is changed until you take it.
        </p>
      )}
      {notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      <dl className="mt-3 grid gap-4 sm:grid-cols-2">
        <div>
          <dt className="font-medium">Amount</dt>
          <dd>
            {amount.ok ? (
              <>
                <span className="text-2xl">
                  {school === 'purge' && 'at most '}
                  <Beside>{measured(amount.value)} g</Beside>
                </span>{' '}
                <span className="caption">{greaseSchools[school]}</span>
                {guns.map((gun) => (
                  <GunLine
                    key={gun.id}
                    gun={gun}
                    massG={amount.value}
                    rounding={proposal.rounding}
                    forbidden={forbidsAirGun && gun.airPowered}
                  />
                ))}
                <Working computation={amount.stored} label="The working of the amount" />
              </>
            ) : (
              amount.reason
            )}
            <Disclosure summary="What other schools say" className="" small>
              <ul>
                {others.map(({ school: other, amount: said }) => (
                  <li key={other}>
                    {greaseSchools[other]}: <Beside>{said.ok ? `${measured(said.value)} g` : said.reason}</Beside>
                  </li>
                ))}
              </ul>
            </Disclosure>
          </dd>
        </div>
        <div>
          <dt className="font-medium">Interval</dt>
          <dd>
            {interval.ok ? (
              <>
                <span className="text-2xl">{number(interval.value, 0)} h</span>{' '}
                <span className="caption">or {counted(interval.days, 'day')}, whichever comes first</span>
                <Working computation={interval.stored} label="The working of the interval" />
              </>
            ) : (
              interval.reason
            )}
            <Disclosure summary="By the other temperature rule" className="" small>
              <p>
                {otherInterval.rule === 'halving' ? 'Halving every 15 °C above 70 °C' : 'Steps by housing temperature'}:{' '}
                {otherInterval.interval.ok
                  ? `${number(otherInterval.interval.value, 0)} h`
                  : otherInterval.interval.reason}
              </p>
            </Disclosure>
          </dd>
        </div>
      </dl>
      {amount.ok && interval.ok && (
        <WhoMay action="plan">
          <TakeComputed pointId={pointId} label="Take amount and interval" />
        </WhoMay>
      )}
    </Section>
  );
}

function GunLine({
  gun,
  massG,
  rounding,
  forbidden,
}: {
  gun: Gun;
  massG: number;
  rounding: StrokeRounding;
  forbidden: boolean;
}) {
  const run = computeStored(greaseStrokes, { massG, gramsPerStroke: gun.gramsPerStroke, rounding });
  if (forbidden) return <p className="text-muted">{gun.code}: not here, it is air-powered.</p>;
  if (!run.ok) return <NoticeLine notice={{ level: 'caution', text: `${gun.code}: ${run.reason}` }} />;
  return (
    <>
      <p>
        {counted(run.result.strokes, 'stroke')} of {gun.code}{' '}
        <span className="caption">
          give <Beside>{`${measured(run.result.deliveredG)} g`}</Beside>
        </span>
      </p>
      {run.stored.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
    </>
  );
}
