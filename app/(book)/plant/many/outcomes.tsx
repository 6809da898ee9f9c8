import type { ReactNode } from 'react';
import { HeadRow } from '@/components/ui/head-row';

/** What would become of each point, before anything is changed: a row each, one column or more of words. */
export function Outcomes({
  columns,
  rows,
}: {
  columns: readonly string[];
  rows: { id: string; cells: ReactNode[] }[];
}) {
  return (
    <table className="mt-2 w-full text-sm">
      <caption className="caption text-left">Nothing is changed yet.</caption>
      <HeadRow columns={columns} />
      <tbody>
        {rows.slice(0, 200).map(({ id, cells: [point, ...others] }) => (
          <tr key={id} className="rule-b align-top">
            <th scope="row" className="py-1 pr-4">
              {point}
            </th>
            {others.map((words, index) => (
              <td key={index} className="py-1 pr-4">
                {words}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Why a point is left as it is. */
export const LeftAlone = ({ why }: { why: string }) => <span className="text-muted">left alone: {why}</span>;
