import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk } from '@/app/server';
import { TemplateFields } from '../template-fields';

export const metadata: Metadata = { title: 'Make a template' };

export default async function NewTemplatePage() {
  await openDesk();
  return (
    <div className="max-w-5xl">
      <header className="border-b-2 border-ink pb-3">
        <p className="caption">
          <Link href="/plant/templates">Templates</Link>
        </p>
        <h1 className="text-3xl">Make a template</h1>
      </header>
      <div className="mt-6">
        <TemplateFields />
      </div>
    </div>
  );
}
