import { Section } from '@/components/ui/section';
import { NoticeLine } from '@/components/ui/notice';
import { Fact } from '@/components/ui/fact';
import { Working } from '@/components/ui/working';
import { counted, day, measured } from '@/components/words';
import type { DeviceFacts } from '@/core/dosing/devices';
import { addDays, plantDayOf, type PlantCalendar } from '@/core/time/plant-day';

/** An automatic device: its setting, what it should use, when it wants refilling. Used nothing means blocked. */
export function DeviceSection({
  device: { setting, usePerDay, lastsDays, stored, notices = [] },
  lastAt,
  calendar,
}: {
  device: DeviceFacts;
  lastAt: string | null;
  calendar: PlantCalendar;
}) {
  const refillOn =
    lastsDays !== undefined && lastAt ? addDays(plantDayOf(Date.parse(lastAt), calendar), Math.floor(lastsDays)) : null;
  return (
    <Section id="device" title="The device">
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
        {setting && (
          <Fact name="Setting">
            {setting.words}
            {'stored' in setting && <Working computation={setting.stored} />}
          </Fact>
        )}
        {usePerDay && <Fact name="Should use">{`${measured(usePerDay.value)} ${usePerDay.unit} a day`}</Fact>}
        {lastsDays !== undefined && (
          <Fact name="A filling lasts">
            {lastsDays < 1 ? 'less than a day' : counted(Math.floor(lastsDays), 'day')}
            {refillOn && (
              <>
                ; to be refilled by <strong>{day(refillOn)}</strong>
              </>
            )}
          </Fact>
        )}
      </dl>
      {notices.map((notice) => (
        <NoticeLine key={notice.text} notice={notice} />
      ))}
      {stored && <Working computation={stored} />}
      <p className="caption mt-1">
        Compare what it used with what it should have: used nothing means blocked or shut, far more means leaking.
      </p>
    </Section>
  );
}
