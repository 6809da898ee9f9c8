/** Cautions and do-nots stand before everything else on the page. */
export function Warnings({
  cautions,
  doNots,
  forbidsAirGun,
}: {
  cautions: string;
  doNots: string;
  forbidsAirGun: boolean;
}) {
  if (!cautions && !doNots && !forbidsAirGun) return null;
  return (
    <div className="mt-4 grid gap-1 border-l-4 border-ink pl-3">
      {cautions && (
        <p>
          <strong>Caution.</strong> {cautions}
        </p>
      )}
      {doNots && (
        <p>
          <strong>Do not.</strong> {doNots}
        </p>
      )}
      {forbidsAirGun && (
        <p>
          <strong>Do not</strong> use an air-powered gun here.
        </p>
      )}
    </div>
  );
}
