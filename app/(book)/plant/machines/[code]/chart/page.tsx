import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PrintButton } from '@/components/print-button';
import { QrCode } from '@/components/qr-code';
import { MachineOutline } from '@/components/scales/machine-outline';
import { counted, day, number, taskAmount } from '@/components/words';
import { pointLabel } from '@/core/register/assignment';
import { machineStates } from '@/core/words/machine-states';
import { completeOutline } from '@/core/register/outline';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import type { TaskState } from '@/desk/standing/states';
import { readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `Chart of ${decodeURIComponent((await params).code)}`,
});

/** More rows than this stand on an upright sheet, under the drawing, so that they still fit one page. */
const widestRows = 11;

/** Every point of a machine on one page for the wall: outline with numbers, lubricant, amount, interval, state, legend. */
export default async function MachineChartPage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const [{ page, plant }, site] = await Promise.all([
    reading(async (db) => ({ page: await readMachinePage(desk, code), plant: await thePlant(db) })),
    siteAddress(),
  ]);
  if (!page) notFound();
  const { machine, area, points, states } = page;
  const numbers = new Map(points.map(({ id }, index) => [id, index + 1]));
  const outline = completeOutline(
    machine.outline,
    machine.name,
    points.map(({ id }) => id),
  );
  const lubricants = [
    ...new Map(
      states.flatMap(({ lubricant }) => (lubricant ? [[lubricant.code, lubricant.name] as const] : [])),
    ).entries(),
  ].sort();
  const rows = points.reduce(
    (sum, { id }) => sum + Math.max(1, states.filter((state) => state.point.id === id).length),
    0,
  );
  const today = plantToday(desk.now, plant);
  return (
    <>
      <p className="no-print mb-4 flex flex-wrap items-center justify-between gap-3">
        <Link href={`/plant/machines/${machine.code}`}>Back to {machine.code}</Link>
        <span className="flex gap-2">
          <Link href={`/plant/machines/${machine.code}/drawing`} className="button">
            Change the drawing
          </Link>
          <PrintButton label="Print on A4" />
        </span>
      </p>
      <article className={rows > widestRows ? 'chart-page chart-tall' : 'chart-page'}>
        <header className="flex items-end justify-between gap-4 border-b-2 border-ink pb-2">
          <div>
            <p className="caption">
              {plant.name}, {area.name}
            </p>
            <h1 className="text-3xl">
              <span className="mr-3">{machine.code}</span>
              <span className="font-normal">{machine.name}</span>
            </h1>
          </div>
          <div className="flex items-end gap-3">
            <p className="caption text-right">
              Lubrication chart
              <br />
              as of {day(today)}
            </p>
            <QrCode
              text={`${site}/plant/machines/${machine.code}`}
              size="18mm"
              words={`QR code to the page of ${machine.code}`}
            />
          </div>
        </header>
        <div className="chart-body mt-3 gap-6 lg:grid lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <div>
            <MachineOutline
              outline={outline}
              numbers={numbers}
              title={`Outline of ${machine.code} with its points numbered in walking order`}
            />
            <section aria-label="Legend" className="mt-2">
              <ul>
                {lubricants.map(([house, name]) => (
                  <li key={house} className="flex gap-2 py-0.5 text-sm">
                    <span className="house-code">{house}</span>
                    {name}
                  </li>
                ))}
              </ul>
              {machine.energySources.length > 0 && (
                <p className="mt-2 border-l-4 border-ink pl-2 text-sm">
                  <strong>Isolate first, by the site’s rules:</strong>{' '}
                  {machine.energySources.map(({ source, proofOfZero }) => `${source} (${proofOfZero})`).join('; ')}.
                </p>
              )}
              <p className="caption mt-2">
                Numbers in walking order. Amounts and intervals as the book held them on {day(today)}; the page behind
                the code is newer. The site’s rules and the manufacturer decide; this chart informs.
              </p>
            </section>
          </div>
          <table className="w-full content-start text-sm max-lg:mt-4">
            <thead>
              <tr className="border-b border-ink text-left">
                <th scope="col" className="py-1 pr-2">
                  No.
                </th>
                <th scope="col" className="py-1 pr-2">
                  Point
                </th>
                <th scope="col" className="py-1 pr-2">
                  What
                </th>
                <th scope="col" className="py-1 pr-2 text-right">
                  How much
                </th>
                <th scope="col" className="py-1 pr-2">
                  How often
                </th>
                <th scope="col" className="py-1">
                  Machine
                </th>
              </tr>
            </thead>
            <tbody>
              {points.flatMap((point) => {
                const tasks = states.filter((state) => state.point.id === point.id);
                const name = (
                  <>
                    <th scope="row" rowSpan={Math.max(1, tasks.length)} className="py-1 pr-2 align-top">
                      {numbers.get(point.id)}
                    </th>
                    <td rowSpan={Math.max(1, tasks.length)} className="py-1 pr-2 align-top">
                      <span className="font-medium">{point.name}</span> <br />
                      <span className="text-xs text-muted">
                        {pointLabel(machine.code, point.number)}, {point.location}
                      </span>
                    </td>
                  </>
                );
                if (tasks.length === 0)
                  return [
                    <tr key={point.id} className="rule-b">
                      {name}
                      <td colSpan={4} className="py-1 align-top text-muted">
                        no task yet
                      </td>
                    </tr>,
                  ];
                return tasks.map((task, index) => (
                  <tr key={task.taskId} className={index === tasks.length - 1 ? 'rule-b' : ''}>
                    {index === 0 && name}
                    <TaskCells task={task} />
                  </tr>
                ));
              })}
            </tbody>
          </table>
        </div>
      </article>
    </>
  );
}

function TaskCells({
  task: { action, title, amount: planned, lubricant, interval, machineState },
}: {
  task: TaskState;
}) {
  const steady = interval.stages.find(({ count }) => count === undefined);
  const often = [
    steady?.hours !== undefined && `${number(steady.hours, 0)} h`,
    steady?.cycles !== undefined && `${number(steady.cycles, 0)} cycles`,
    steady?.days !== undefined && counted(steady.days, 'day'),
  ]
    .filter(Boolean)
    .join(' or ');
  return (
    <>
      <td className="py-1 pr-2 align-top">
        {title} {lubricant && <span className="house-code text-xs">{lubricant.code}</span>}
      </td>
      <td className="py-1 pr-2 text-right align-top whitespace-nowrap">
        {taskAmount(action, planned.kind, planned.value)}
      </td>
      <td className="py-1 pr-2 align-top">{often || 'not set'}</td>
      <td className="py-1 align-top text-xs">{machineStates[machineState]}</td>
    </>
  );
}
