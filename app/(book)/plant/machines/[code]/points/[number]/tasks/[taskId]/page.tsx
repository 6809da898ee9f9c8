import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { pointLabel } from '@/core/register/assignment';
import { typedTaskOf } from '@/core/register/task-form';
import { procedureChoices } from '@/desk/register/procedures';
import { readTaskPage } from '@/desk/read/task';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { InUse } from '@/app/(book)/in-use';
import { TaskForm } from '@/app/(book)/plant/machines/[code]/points/[number]/task-form';

export const metadata: Metadata = { title: 'Change a task' };

/** One task to be changed: how often, when, by whom; what it does stays, as its history answers it. */
export default async function TaskPage({ params }: { params: Promise<{ taskId: string }> }) {
  const { taskId } = await params;
  await openDesk();
  const [page, procedures] = await reading((db) => Promise.all([readTaskPage(db, taskId), procedureChoices(db)]));
  if (!page) notFound();
  const { task, point, machine, stages, meters, counts, others } = page;
  const { id, version = 0, title, retiredOn } = task;
  const here = pointPath(machine.code, point.number);
  return (
    <div className="max-w-3xl">
      <div className="mb-6">
        <PageHead
          trail={
            <Link href={here}>
              {pointLabel(machine.code, point.number)} {point.name}
            </Link>
          }
          title={`Change “${title}”`}
        />
      </div>
      {!retiredOn && (
        <TaskForm
          key={version}
          pointId={point.id}
          kind={point.kind}
          machineState={point.machineState}
          meters={meters.map((meter) => ({ value: meter.id, label: meter.name }))}
          procedures={procedures}
          others={others.map((other) => ({ value: other.id, label: other.title }))}
          known={{
            id,
            version,
            here,
            values: typedTaskOf(task, stages, counts),
            amountComputed: task.amountComputed != null,
            intervalComputed: task.intervalComputed != null,
          }}
        />
      )}
      <InUse
        kind="task"
        id={id}
        version={version}
        name="this task"
        retiredOn={retiredOn}
        what="It leaves the plan, the due list and its routes from today."
      />
    </div>
  );
}
