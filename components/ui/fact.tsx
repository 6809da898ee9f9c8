import { Beside } from '../beside';

/** A name and what it is, a line in a `dl` of two columns. */
export function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="rule-t py-1.5 text-muted">{name}</dt>
      <dd className="rule-t py-1.5">
        <Beside>{children}</Beside>
      </dd>
    </>
  );
}
