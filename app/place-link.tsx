import Link from 'next/link';
import { pointPath } from './due-item';

type Place = {
  machine: { code: string; name: string };
  point: { number: number; label: string; name: string } | null;
};

/** Where something is: the machine or one of its points, and what they are called. */
export const PlaceLink = ({ machine, point }: Place) => (
  <>
    <Link
      href={point ? pointPath(machine.code, point.number) : `/plant/machines/${machine.code}`}
      className="font-semibold"
    >
      {point?.label ?? machine.code}
    </Link>{' '}
    <span className="text-muted">
      {machine.name}
      {point ? `: ${point.name}` : ''}
    </span>
  </>
);
