'use client';

import { ulid } from 'ulid';
import { TextField } from '@/components/ui/fields';
import { SaidForm } from '@/components/ui/said-form';
import { enrolmentText } from '@/core/people/device-texts';
import { canHoldKey, holdKey, makeKeys, publicKeyOf, signBy } from '@/outbox/device-key';
import { enrolDevice } from '../actions';

/** Enrols the device in hand: its key is made here, and only its public half leaves. */
export function DeviceForm() {
  return (
    <SaidForm
      needs="administer"
      initial={{ name: '', machineCode: '', days: '365' }}
      submitLabel="Enrol this device"
      saved={({ name }) => `This device is enrolled as ${name}.`}
      clears
      save={async (values) => {
        if (!canHoldKey())
          return {
            ok: false,
            reason: 'This browser makes no keys here: open the book by its address that begins with https.',
          };
        const [id, keys] = [ulid(), await makeKeys()];
        const brought = { id, key: await publicKeyOf(keys), signature: await signBy(keys, enrolmentText(id)) };
        const answer = await enrolDevice(values, brought);
        if (answer.ok) await holdKey({ id, keys });
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-[1fr_10rem_13rem] sm:items-start">
        <TextField name="name" label="What people call it" required />
        <TextField name="machineCode" label="Counter of" hint="A machine’s code, or nothing" />
        <TextField name="days" label="Good for (days)" required />
      </div>
    </SaidForm>
  );
}
