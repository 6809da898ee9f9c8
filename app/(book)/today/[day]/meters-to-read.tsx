import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { counted, number } from '@/components/words';
import type { DiaryPage as Page } from '@/desk/read/diary';

/** Meters that nobody has read for long. */
export function MetersToRead({ metersToRead }: Pick<Page, 'metersToRead'>) {
  return (
    <Section
      id="meters"
      title={
        <>
          Meters to read <span className="caption font-normal">{metersToRead.count}</span>
        </>
      }
      className="mt-8"
    >
      <ul className="mt-2">
        {metersToRead.shown.map(({ id, machineCode, machineName, name, daysSince, lastShown }) => (
          <li key={id} className="rule-t flex flex-wrap gap-x-3 py-2">
            <Link href={`/plant/machines/${machineCode}#meters`} className="font-semibold">
              {machineCode}
            </Link>
            <span className="text-muted">
              {machineName}, {name.toLowerCase()}
            </span>
            <span className="ml-auto">
              {daysSince === null ? 'never read' : `read ${counted(daysSince, 'day')} ago at ${number(lastShown!)}`}
            </span>
          </li>
        ))}
      </ul>
      {metersToRead.count > metersToRead.shown.length && (
        <p className="rule-t caption pt-2">
          Those that wait longest; {metersToRead.count - metersToRead.shown.length} more are on the pages of their
          machines.
        </p>
      )}
    </Section>
  );
}
