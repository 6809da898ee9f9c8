import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { type Action, type Role, actions, may, roles } from '@/core/people/rights';

/** The table of who may do what, as it decides. */
export function RightsTable() {
  const names = Object.keys(roles) as Role[];
  return (
    <ScrolledAcross label="Who may do what">
      <table className="min-w-[40rem]">
        <thead>
          <tr className="rule-b">
            <th scope="col">What</th>
            {names.map((role) => (
              <th key={role} scope="col" className="px-2 text-center">
                {roles[role]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(Object.keys(actions) as Action[]).map((action) => (
            <tr key={action} className="rule-b">
              <th scope="row" className="py-1 font-normal">
                {actions[action].words}
              </th>
              {names.map((role) => (
                <td key={role} className="text-center">
                  {may({ roles: [role] }, action) ? 'yes' : '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </ScrolledAcross>
  );
}
