import type { Metadata } from 'next';
import { PageHead } from '@/components/ui/page-head';
import { openDesk } from '@/app/server';
import { LubricantForm } from '../lubricant-form';

export const metadata: Metadata = { title: 'Add a lubricant' };

export default async function NewLubricantPage() {
  await openDesk('plan');
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead title="Add a lubricant" />
      </div>
      <LubricantForm />
    </div>
  );
}
