import { HeadRow } from '@/components/ui/head-row';
import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { keptTable } from '@/core/people/kept';

/** What tells of people: until when it is kept, and how it goes. */
export const KeptTable = () => (
  <ScrolledAcross label="How long what is kept">
    <table className="w-full">
      <HeadRow columns={['What', 'Until', 'How']} />
      <tbody>
        {keptTable.map(({ what, until, how }) => (
          <tr key={what} className="rule-b align-top">
            <th scope="row" className="py-1.5 pr-4 text-left font-normal">
              {what}
            </th>
            <td className="py-1.5 pr-4">{until}</td>
            <td className="py-1.5">{how}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </ScrolledAcross>
);
