import type { AreaChoices } from '../use-area-choices';
import { FormProblem } from './notice';

/** Chooses the area whose points or tasks are picked from next; nothing where the whole plant is at hand. */
export function AreaChoice({ area, reason }: Pick<AreaChoices<unknown>, 'area' | 'reason'>) {
  if (!area) return null;
  return (
    <div className="mt-3">
      <label>
        <span className="caption">Pick from the area</span>
        <select className="field" value={area.code} onChange={(event) => area.choose(event.target.value)}>
          <option value="">choose one</option>
          {area.list.map(({ code, name }) => (
            <option key={code} value={code}>
              {code} {name}
            </option>
          ))}
        </select>
      </label>
      <FormProblem reason={reason} />
    </div>
  );
}
