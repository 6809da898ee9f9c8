import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { StopWork } from '@/app/round/stop-work';
import { plannedOf } from '@/app/round/planned';
import { someGun, someStop } from '@/app/round/testing';
import { Beside, UnitsBeside } from './beside';
import { renderOnPage } from './testing';
import { QuantityField } from './ui/fields';
import { SavedForm } from './ui/saved-form';

describe('a plant that says other units beside', () => {
  it('has them after a figure, and whatever else stands there as it was', () => {
    renderOnPage(
      <UnitsBeside units={['volume']}>
        <p>
          <Beside>{3.2} L</Beside>, <Beside>to the mark</Beside>, <Beside>{null}</Beside>
          <Beside>
            <em>whole</em>
          </Beside>
        </p>
      </UnitsBeside>,
    );
    expect(screen.getByText(/3\.2 L \(3\.38 qt\), to the mark,/)).toBeDefined();
    expect(screen.getByText('whole').tagName).toBe('EM');
  });

  it('tells under a field what a bare number means in them, and keeps what was typed', async () => {
    const saved: object[] = [];
    const { user } = renderOnPage(
      <UnitsBeside units={['temperature']}>
        <SavedForm
          needs="plan"
          initial={{ warmth: '' }}
          submitLabel="Save"
          save={async (values) => {
            saved.push(values);
            return { ok: true };
          }}
        >
          <QuantityField name="warmth" label="Housing" dimension="temperature" />
        </SavedForm>
      </UnitsBeside>,
    );
    await user.type(screen.getByLabelText('Housing'), '130');
    expect(screen.getByText('130 °C (266 °F)')).toBeDefined();
    await user.type(screen.getByLabelText('Housing'), ' °F');
    expect(screen.getByText('130 °F = 54.4 °C')).toBeDefined();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(saved).toEqual([{ warmth: '130 °F' }]);
  });

  it('has them at a stop', () => {
    const stop = someStop({ action: 'top-up', amountKind: 'litres', amount: 1.5 });
    const work = (units: Parameters<typeof UnitsBeside>[0]['units']) => (
      <UnitsBeside units={units}>
        <StopWork
          stop={stop}
          planned={plannedOf(stop, null)}
          guns={[someGun()]}
          tooCoarse={false}
          onOtherGun={() => {}}
        />
      </UnitsBeside>
    );
    const { unmount } = renderOnPage(work(['volume']));
    expect(screen.getByText('1.5 L (1.59 qt)')).toBeDefined();
    unmount();
    renderOnPage(work([]));
    expect(screen.getByText('1.5 L')).toBeDefined();
  });
});
