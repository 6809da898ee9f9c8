'use client';

import { useRouter } from 'next/navigation';
import { ChoiceField, TextField, TickField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { cloneRoute, mergeRoutes } from '../../actions';

/** Which route is taken into this one. */
export function MergeForm({
  route,
  others,
}: {
  route: { id: string; version: number };
  others: { value: string; label: string }[];
}) {
  const router = useRouter();
  if (others.length === 0) return <p>There is no other route.</p>;
  return (
    <SavedForm
      needs="plan"
      initial={{ otherId: '' }}
      submitLabel="Merge them"
      save={async ({ otherId }) => {
        if (otherId === '')
          return { ok: false, reason: 'Choose a route first.', fields: { otherId: 'Route: choose one.' } };
        const answer = await mergeRoutes(route.id, route.version, otherId);
        if (answer.ok) router.push(`/routes/${route.id}/order`);
        return answer;
      }}
    >
      <ChoiceField name="otherId" label="Route" options={others} empty="Choose a route" required />
    </SavedForm>
  );
}

/** Which machine stands for which on a route like this one. */
export function CloneForm({
  routeId,
  name,
  machines,
}: {
  routeId: string;
  name: string;
  machines: { code: string; name: string; stops: number }[];
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={{ code: '', name, machines: machines.map(({ code }) => ({ from: code, to: '' })), leaveOut: false }}
      submitLabel="Make the route"
      save={async (values) => {
        const answer = await cloneRoute(routeId, values);
        if (answer.ok) router.push(`/routes/${answer.value.id}`);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-[12rem_1fr]">
        <TextField name="code" label="Route code" required />
        <TextField name="name" label="Name" required />
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        {machines.map(({ code, name: called, stops }, index) => (
          <TextField
            key={code}
            name={`machines.${index}.to`}
            label={`In place of ${code}`}
            hint={`${called}, ${stops === 1 ? '1 stop' : `${stops} stops`}`}
          />
        ))}
      </div>
      <TickField name="leaveOut" label="Leave out what has no like there" />
    </SavedForm>
  );
}
