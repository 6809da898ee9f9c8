import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound, redirect } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { typedTemplateTask } from '@/core/register/task-template';
import { openDesk, reading } from '@/app/server';
import { TakeOutOfUse } from '@/app/(book)/in-use';
import { TemplateForm } from '../template-form';
import { procedureChoices } from '@/desk/register/procedures';
import { findTemplate } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Template' };

/** A template to be read and changed. Tasks made from it before stay as they are. */
export default async function TemplatePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  await openDesk();
  const [template, procedures] = await reading((db) => Promise.all([findTemplate(db, id), procedureChoices(db)]));
  if (!template) notFound();
  if (template.retiredOn) redirect('/plant/templates');
  const { name, pointKind, firstHours, tasks, version = 0 } = template;
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/plant/templates">Templates</Link>} title={name}>
        <p className="caption">
          Tasks made from it before stay as they are; apply it again to bring points up to date.
        </p>
      </PageHead>
      <div className="mt-6">
        <TemplateForm
          key={version}
          known={{ id, version }}
          procedures={procedures}
          initial={{ name, pointKind, firstHours, tasks: tasks.map(typedTemplateTask) }}
        />
      </div>
      <TakeOutOfUse
        kind="template"
        id={id}
        version={version}
        name="this template"
        what="It is not offered any more and no longer applies itself. Tasks made from it stay."
      />
    </div>
  );
}
