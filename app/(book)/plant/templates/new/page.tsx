import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { openDesk, reading } from '@/app/server';
import { procedureChoices } from '@/desk/register/procedures';
import { TemplateForm } from '../template-form';

export const metadata: Metadata = { title: 'Make a template' };

export default async function NewTemplatePage() {
  await openDesk('plan');
  const procedures = await reading(procedureChoices);
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/plant/templates">Templates</Link>} title="Make a template" />
      <div className="mt-6">
        <TemplateForm procedures={procedures} />
      </div>
    </div>
  );
}
