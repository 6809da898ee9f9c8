import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { clockText } from '@/core/capacity/shifts';
import { timeZones } from '@/core/register/plant-settings';
import { thePlant } from '@/desk/plant';
import { ChangesSection } from '@/app/changes-section';
import { openDesk, reading } from '@/app/server';
import { SettingsForm } from './settings-form';

export const metadata: Metadata = { title: 'Settings' };

/** What goes for the whole plant, and where the rest of it is set. */
const elsewhere = [
  ['/plant/bands', 'Ambient bands', 'which surroundings are told apart, and which holds now'],
  ['/plant/shifts', 'Shifts', 'who works when, numbers of the trade, what stands on every route sheet'],
  ['/plant/closures', 'Holidays and shutdowns', 'when the plant stands'],
  ['/condition/rules', 'Signs and limits', 'what readings and looks mean here'],
  ['/plant/procedures', 'Procedures', 'how jobs are done here'],
  ['/plant/people', 'People', 'who may do what'],
] as const;

/** The plant's own clock, schools and habits. */
export default async function SettingsPage() {
  await openDesk('settings');
  const plant = await reading((db) => thePlant(db));
  const { name, timeZone, dayStartsAtMinutes, greaseSchool, temperatureRule, airForCleaning, unitsBeside } = plant;
  const initial = {
    name,
    timeZone,
    dayStartsAt: clockText(dayStartsAtMinutes),
    greaseSchool,
    temperatureRule,
    airForCleaning,
    unitsBeside,
  };
  return (
    <div className="max-w-3xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Settings">
        <p className="mt-1 max-w-prose">What goes wherever a machine or point does not say otherwise.</p>
      </PageHead>
      <div className="mt-6">
        <SettingsForm initial={initial} zones={timeZones()} />
      </div>
      <Section id="elsewhere" title="Set on pages of their own" className="mt-8" spaced>
        <ul>
          {elsewhere.map(([path, words, what]) => (
            <li key={path} className="rule-b py-1">
              <Link href={path} className="inline-flex min-h-11 items-center md:min-h-8">
                {words}
              </Link>
              : {what}
            </li>
          ))}
        </ul>
      </Section>
      <ChangesSection ids={[plant.id]} timeZone={timeZone} />
    </div>
  );
}
