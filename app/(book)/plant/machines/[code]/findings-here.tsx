import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { FindingLines } from '@/app/finding-lines';
import type { OpenFindings } from '@/desk/follow/findings';

/**
 * What is open at a machine, or at one of its points; nothing where nothing is.
 * @param all where all of the machine are listed; at a point the place needs no saying
 */
export const FindingsHere = ({ findings: { shown, count }, all }: { findings: OpenFindings; all?: string }) =>
  count === 0 ? null : (
    <Section id="findings" title="Open findings" className={all ? 'mt-6' : ''} spaced>
      <FindingLines findings={shown} here={all === undefined} />
      {all && count > shown.length && (
        <p className="mt-2">
          The most urgent. <Link href={all}>All of this machine</Link>
        </p>
      )}
    </Section>
  );
