import { Beside } from '@/components/beside';
import Link from 'next/link';
import { NoticeLine } from '@/components/ui/notice';
import { Section } from '@/components/ui/section';
import { Working } from '@/components/ui/working';
import { WhoMay } from '@/components/who-may';
import { families } from '@/core/compat/vocabulary';
import { fieldsOf, pointKinds } from '@/core/register/point-kinds';
import type { Choice, PointRow } from '@/desk/assign/choose';

/** What makes the answer better where it is known. */
const helpful = ['temperatureC', 'speedRpm', 'boreMm', 'centreDistanceMm', 'pitchLineVelocityMS'];

/** What the point asks for, by every school, with the working; and what would make the answer better. */
export function RequirementSection({
  point,
  here,
  requirement,
}: Pick<Choice, 'requirement'> & { point: PointRow; here: string }) {
  const missing = fieldsOf(point.kind).filter(
    ({ key, type }) => type === 'quantity' && point.details[key] === undefined && helpful.includes(key),
  );
  return (
    <Section id="asks" title="What the point asks for">
      <p className="mt-2">
        {pointKinds[point.kind].label}. <Beside>{requirement.typeWhy}</Beside>
      </p>
      {requirement.families.length > 0 && (
        <p className="mt-1">Kind: {requirement.families.map((family) => families[family]).join(', or ')}.</p>
      )}
      {requirement.isoVg !== undefined && <p className="mt-2 text-2xl">ISO VG {requirement.isoVg}</p>}
      {requirement.nlgi && <p className="mt-2 text-2xl">NLGI {requirement.nlgi.join(' or ')}</p>}
      {requirement.schools.length > 0 && (
        <ul className="mt-3">
          {requirement.schools.map(({ school, answer, stored }) => (
            <li key={school} className="rule-t py-2">
              <span className="text-muted">{school}:</span> <Beside>{answer}</Beside>
              {stored && <Working computation={stored} />}
            </li>
          ))}
        </ul>
      )}
      {requirement.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      {missing.length > 0 && (
        <p className="caption mt-2">
          The answer is better with: {missing.map((field) => field.label.toLowerCase()).join(', ')}.{' '}
          <WhoMay action="plan">
            <Link href={`${here}/edit`}>Add them</Link>
          </WhoMay>
        </p>
      )}
    </Section>
  );
}
