import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { Beside } from '@/components/beside';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { PrintButton } from '@/components/print-button';
import { QrCode } from '@/components/qr-code';
import { taskAmount } from '@/components/words';
import { machineStates } from '@/core/words/machine-states';
import { readOperatorCard } from '@/desk/walk/operator-card';
import { pointPath } from '@/app/due-item';
import { siteAddress } from '@/app/site-address';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Operator card' };
const boxes = 12;

/** The card that hangs at the machine: what its operator does more often than once a shift, with boxes to tick. */
export default async function OperatorCardPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const { card, site } = await reading(async () => ({
    card: await readOperatorCard(desk, code),
    site: await siteAddress(),
  }));
  if (!card) notFound();
  const { machine, lines, belongs } = card;
  return (
    <div className="max-w-4xl">
      <PageHead
        trail={
          <Link href={`/plant/machines/${machine.code}`} className="no-print">
            {machine.code} {machine.name}
          </Link>
        }
        title={
          <>
            Operator card{' '}
            <span className="font-normal">
              {machine.code} {machine.name}
            </span>
          </>
        }
        actions={
          lines.length > 0 && (
            <p className="no-print flex gap-2">
              <Link href={`/counter/${machine.code}`} className="button">
                Counter screen
              </Link>
              <PrintButton />
            </p>
          )
        }
      />
      {lines.length === 0 ? (
        <p className="mt-4">
          No task of this machine is done by its operator. A task that is wanted more often than once a shift belongs
          here: state it at its point and choose “operator” under who does it.
        </p>
      ) : (
        <div className="mt-4 grid grid-cols-[minmax(0,1fr)_auto] gap-6">
          <ul>
            {lines.map(
              ({
                taskId,
                label,
                pointName,
                location,
                title,
                action,
                amount,
                lubricant,
                every,
                enough,
                cautions,
                doNots,
                machineState,
              }) => (
                <li key={taskId} className="rule-b py-3">
                  {cautions && (
                    <p className="border-l-4 border-ink pl-3">
                      <strong>Caution.</strong> {cautions}
                    </p>
                  )}
                  {doNots && (
                    <p className="border-l-4 border-ink pl-3">
                      <strong>Do not.</strong> {doNots}
                    </p>
                  )}
                  <p className="mt-1 text-xl">
                    <strong>{title}</strong>, {every}
                  </p>
                  <p>
                    {label} {pointName}, {location}; {machineStates[machineState]}.{' '}
                    <Beside>{taskAmount(action, amount.kind, amount.value)}</Beside>{' '}
                    {lubricant && <span className="house-code">{lubricant.code}</span>}
                  </p>
                  {enough && <p className="text-muted">Enough: {enough}</p>}
                  <p aria-hidden="true" className="mt-2 flex gap-1.5">
                    {Array.from({ length: boxes }, (_, index) => (
                      <span key={index} className="size-6 border border-ink" />
                    ))}
                  </p>
                </li>
              ),
            )}
          </ul>
          <div className="w-32 text-center text-sm">
            <QrCode text={`${site}/counter/${machine.code}`} size="28mm" words={`Counter screen of ${machine.code}`} />
            <p>Counter screen</p>
          </div>
        </div>
      )}
      {belongs.length > 0 && (
        <Section id="belongs" title="Comes round within a shift" className="no-print mt-6">
          <p className="caption">Nobody walks that often: these belong to whoever runs the machine.</p>
          <ul className="mt-2">
            {belongs.map(({ taskId, number, label, title, every }) => (
              <li key={taskId} className="rule-b py-1.5">
                <Link href={pointPath(machine.code, number)} className="font-semibold">
                  {label}
                </Link>{' '}
                {title}, {every}
              </li>
            ))}
          </ul>
        </Section>
      )}
      <p className="caption mt-3">
        One box each time. Something wrong: stop, keep others away, tell the technician. The site’s own rules come
        first.
      </p>
    </div>
  );
}
