import { Beside } from '@/components/beside';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import type { WalkStop } from '@/core/walk/document';

const isolatedStates = ['isolated', 'isolated-depressurised'];

/** What to beware of at a stop: it stands before everything that is to be done. */
export function StopWarnings({ stop }: { stop: WalkStop }) {
  return (
    <div className="mt-3 grid gap-1 border-l-4 border-ink pl-3">
      <p>
        <strong>Machine:</strong> {machineStates[stop.machineState as MachineState]}
      </p>
      {isolatedStates.includes(stop.machineState) &&
        stop.energySources.map(({ source, proofOfZero }) => (
          <p key={source}>
            <strong>
              <Beside>{source}</Beside>:
            </strong>{' '}
            <Beside>{proofOfZero}</Beside>
          </p>
        ))}
      {isolatedStates.includes(stop.machineState) && (
        <p>Your own lock, by the site’s rules. This page informs; it does not permit.</p>
      )}
      {stop.cautions && (
        <p>
          <strong>Caution.</strong> <Beside>{stop.cautions}</Beside>
        </p>
      )}
      {stop.doNots && (
        <p>
          <strong>Do not.</strong> <Beside>{stop.doNots}</Beside>
        </p>
      )}
      {stop.forbidsAirGun && (
        <p>
          <strong>Do not</strong> use an air-powered gun.
        </p>
      )}
    </div>
  );
}
