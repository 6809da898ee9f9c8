import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { FoldedReadingForm, ReadingForm } from '@/components/entry/reading-form';
import { counted, dayAndClock, number, paceWords } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type MeterStanding, readableMeter } from '@/desk/standing/meters';
import { MeterForm } from './meter-form';

/** So many forms may stand open below each other; of more nobody finds the one he wants. */
const mostOpen = 2;

/** The meters of a machine: what they show, how it runs by them, and the forms to read them and to add one. */
export function MachineMeters({
  machine,
  meters,
  timeZone,
  personId,
  wanted,
}: {
  machine: { id: string; code: string; dutyHoursPerDay: number | null };
  meters: readonly MeterStanding[];
  timeZone: string;
  personId: string;
  /** Where none is there yet, the form for one stands open. */
  wanted: boolean;
}) {
  const Form = meters.length > mostOpen ? FoldedReadingForm : ReadingForm;
  return (
    <section aria-labelledby="meters" id="meters-section">
      <h2 id="meters" className="text-xl">
        Meters
      </h2>
      {meters.length === 0 && (
        <p className="mt-2">
          No meter.{' '}
          {machine.dutyHoursPerDay
            ? `Hours are estimated from ${number(machine.dutyHoursPerDay)} h a day by plan.`
            : 'Without a meter or planned hours only limits in days can be followed.'}
        </p>
      )}
      {meters.map((meter) => (
        <div key={meter.id} className="rule-t mt-3 pt-3">
          <h3>{meter.name}</h3>
          <p>
            {meter.last ? (
              <>
                Shows <strong>{number(meter.last.value)}</strong> {meter.unit === 'hours' ? 'h' : meter.unit} on{' '}
                {dayAndClock(meter.last.at, timeZone)}.
              </>
            ) : (
              'Never read.'
            )}{' '}
            {paceWords(meter.rate)}
          </p>
          <p className="caption">
            {meter.rejected > 0 && `${counted(meter.rejected, 'reading')} left out as implausible. `}
            <Link href={`/plant/machines/${machine.code}/meters/${meter.id}`}>
              All readings, where they came from, new dial, change
            </Link>
          </p>
          <div className="no-print mt-3">
            <Form timeZone={timeZone} personId={personId} meter={readableMeter(meter)} />
          </div>
        </div>
      ))}
      <WhoMay action="plan">
        <Disclosure summary="Add a meter" className="no-print mt-4" open={meters.length === 0 && wanted}>
          <div className="mt-3">
            <MeterForm machineId={machine.id} />
          </div>
        </Disclosure>
      </WhoMay>
    </section>
  );
}
