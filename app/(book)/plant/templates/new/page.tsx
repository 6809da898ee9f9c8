import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { openDesk } from '@/app/server';
import { TemplateForm } from '../template-form';

export const metadata: Metadata = { title: 'Make a template' };

export default async function NewTemplatePage() {
  await openDesk();
  return (
    <div className="max-w-5xl">
      <PageHead trail={<Link href="/plant/templates">Templates</Link>} title="Make a template" />
      <div className="mt-6">
        <TemplateForm />
      </div>
    </div>
  );
}
