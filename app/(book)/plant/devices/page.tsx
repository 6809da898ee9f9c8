import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { day } from '@/components/words';
import { plantDayOf } from '@/core/time/plant-day';
import { allDevices, deviceOf, isEnrolled } from '@/desk/people/devices';
import { thePlant } from '@/desk/plant';
import { EndButton } from '@/app/end-button';
import { openDesk, reading } from '@/app/server';
import { whence } from '@/app/session';
import { withdrawDevice } from '../actions';
import { DeviceForm } from './device-form';

export const metadata: Metadata = { title: 'Devices' };

/** Tablets and counters that sign what is written on them: which there are, until when, and how another one becomes one. */
export default async function DevicesPage() {
  const { now } = await openDesk('administer');
  const { deviceToken } = await whence();
  const { devices, here, plant } = await reading(async (db) => ({
    devices: await allDevices(db),
    here: await deviceOf(db, now, deviceToken),
    plant: await thePlant(db),
  }));
  const on = (at: Date) => day(plantDayOf(at.getTime(), plant));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Devices">
        <p className="mt-1 max-w-prose">
          An enrolled tablet signs what is written on it with a key that cannot be taken off it. People change on it by
          PIN, and what one of them wrote without signal is sent under their name, whoever holds the tablet by then.
        </p>
      </PageHead>
      {devices.length === 0 && <p className="mt-6">None is enrolled.</p>}
      <ul className="mt-6">
        {devices.map(({ device, machineCode }) => {
          const isGood = isEnrolled(device, now);
          return (
            <li key={device.id} className="rule-b flex flex-wrap items-center gap-x-4 py-2">
              <span className="min-w-52 flex-1">
                <strong>{device.name}</strong>
                {device.id === here?.id && <span className="caption"> this one</span>}
                <span className="caption block">
                  {machineCode && `Counter of ${machineCode}, and nothing else. `}
                  Enrolled {on(device.enrolledAt)},{' '}
                  {isGood
                    ? `good until ${on(device.endsAt)}.`
                    : device.withdrawnAt
                      ? `withdrawn ${on(device.withdrawnAt)}.`
                      : `ended ${on(device.endsAt)}: enrol it anew.`}
                </span>
              </span>
              {isGood && (
                <EndButton
                  end={withdrawDevice.bind(null, device.id)}
                  words="Withdraw"
                  label={`Withdraw ${device.name}`}
                />
              )}
            </li>
          );
        })}
      </ul>
      {devices.length > 0 && (
        <p className="caption mt-2 max-w-prose">
          Withdraw one that is lost: nobody is signed in on it any more, its PINs are gone, and its signature counts for
          nothing.
        </p>
      )}
      <Section id="enrol" title="Enrol the device in your hand" className="mt-8 border-t-2 border-ink pt-4" spaced>
        <p className="mb-4 max-w-prose">
          {here
            ? `This device is enrolled as ${here.name}. Enrolled once more, what it was before is over.`
            : 'Do it on the device itself, signed in as you are now.'}{' '}
          A counter that stands at a machine is for that machine alone, whoever signs in there.
        </p>
        <DeviceForm />
      </Section>
    </div>
  );
}
