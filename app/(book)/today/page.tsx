import { redirect } from 'next/navigation';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { openDesk, reading } from '@/app/server';

/** Today's page has the address of its date, so that it can be sent and turned. */
export default async function TodayPage() {
  const { now } = await openDesk();
  const plant = await reading(thePlant);
  redirect(`/today/${plantToday(now, plant)}`);
}
