import { HeadRow } from '@/components/ui/head-row';
import { pointLabel } from '@/core/register/assignment';
import { limitsWords } from '@/core/register/asked-reading';
import { looks } from '@/core/words/looks';
import { machineStates } from '@/core/words/machine-states';
import type { MachinePage } from '@/desk/read/machine';

type Row = { key: string; what: string; should: string; when: string; outside: string };

/** What the tasks of a point ask to be read, and what to be looked at with how it should be. */
function rowsOf({ id }: MachinePage['points'][number], states: MachinePage['states']): Row[] {
  return states
    .filter(({ point }) => point.id === id)
    .flatMap(({ taskId, readings, looks: looked, machineState }) => [
      ...readings.map(({ name, band, unit, validIn, whoActs, means }) => ({
        key: `${taskId} ${name}`,
        what: name,
        should: limitsWords(band, unit) || (unit ? `no limits said, in ${unit}` : 'no limits said'),
        when: machineStates[validIn ?? machineState],
        outside: [means, whoActs && `${whoActs} acts`].filter(Boolean).join('; '),
      })),
      ...looked.map((look) => ({
        key: `${taskId} ${look}`,
        what: looks[look].words,
        should: Object.values(looks[look].answers)[0]!.words,
        when: machineStates[machineState],
        outside: '',
      })),
    ]);
}

/** Whether anything is read or looked at on a machine. */
export const asksAnything = (states: MachinePage['states']) =>
  states.some(({ readings, looks: looked }) => readings.length + looked.length > 0);

/** Every reading and look of a machine with its limits, by the numbers of the drawing: the sheet beside the chart. */
export function ReadingsTable({
  machine,
  points,
  states,
  numbers,
}: Pick<MachinePage, 'machine' | 'points' | 'states'> & { numbers: ReadonlyMap<string, number> }) {
  const rows = points.map((point) => ({ point, asked: rowsOf(point, states) }));
  const isTold = rows.some(({ asked }) => asked.some(({ outside }) => outside !== ''));
  return (
    <table className="mt-3 w-full text-sm">
      <HeadRow
        tight
        columns={[
          ...['No.', 'Point', 'What is read or seen', 'How it should be', 'Machine'],
          ...(isTold ? ['Outside of it'] : []),
        ]}
      />
      <tbody>
        {rows.flatMap(({ point, asked }) =>
          asked.map(({ key, what, should, when, outside }, place, { length }) => (
            <tr key={key} className={place === length - 1 ? 'rule-b' : ''}>
              {place === 0 && (
                <>
                  <th scope="row" rowSpan={length} className="py-1 pr-2 align-top">
                    {numbers.get(point.id)}
                  </th>
                  <td rowSpan={length} className="py-1 pr-2 align-top">
                    <span className="font-medium">{point.name}</span>{' '}
                    <span className="text-xs text-muted">{pointLabel(machine.code, point.number)}</span>
                  </td>
                </>
              )}
              <td className="py-1 pr-2 align-top">{what}</td>
              <td className="py-1 pr-2 align-top">{should}</td>
              <td className="py-1 pr-2 align-top text-xs">{when}</td>
              {isTold && <td className="py-1 align-top">{outside}</td>}
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
