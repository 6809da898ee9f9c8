import { Section } from '@/components/ui/section';
import { Fact } from '@/components/ui/fact';
import { measured } from '@/components/words';
import { materials } from '@/core/compat/vocabulary';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { type FieldSpec, fieldsOf, usualEnough } from '@/core/register/point-kinds';
import { dimensions } from '@/core/units/parse-quantity';
import { consequences } from '@/core/words/consequences';
import type { PointPage as Page } from '@/desk/read/machine';

/** What a point is, by the register. */
export function FactsSection({ point }: Pick<Page, 'point'>) {
  return (
    <Section id="facts" title="What it is">
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
        {fieldsOf(point.kind).flatMap((field) =>
          point.details[field.key] === undefined
            ? []
            : [
                <Fact key={field.key} name={field.label}>
                  {detailWords(field, point.details[field.key]!)}
                </Fact>,
              ],
        )}
        <Fact name="Machine state">{machineStates[point.machineState as MachineState]}</Fact>
        <Fact name="A failure costs">{consequences[point.consequence as 1 | 2 | 3 | 4]}</Fact>
        {point.materials.length > 0 && (
          <Fact name="Touches">{point.materials.map((each) => materials[each]).join(', ')}</Fact>
        )}
        {(point.enoughSign || usualEnough(point.kind)) && (
          <Fact name="It is enough when">{point.enoughSign || usualEnough(point.kind)}</Fact>
        )}
        {point.accessNote && <Fact name="How to get to it">{point.accessNote}</Fact>}
      </dl>
    </Section>
  );
}

function detailWords(field: FieldSpec, value: number | string): string {
  if (field.type === 'quantity') return `${measured(Number(value))} ${dimensions[field.dimension].unit}`;
  return field.type === 'choice'
    ? (field.options.find((option) => option.value === value)?.label ?? String(value))
    : String(value);
}
