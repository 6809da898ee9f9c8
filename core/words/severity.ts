import type { ActBy, Restart, SignRow, Verdict } from './sign-row';

/** How bad something is: what to do, by when, and whether the machine may run meanwhile. */
export type Severity = { verdict: Verdict; actBy?: ActBy; restart: Restart; restartAfter?: string };

const rising: readonly Verdict[] = ['fine', 'watch', 'plan', 'act-now'];
const sooner: readonly ActBy[] = ['next-stop', 'this-week', 'same-shift', 'immediately'];
const stricter: readonly Restart[] = ['yes', 'supervised', 'after', 'no'];

const rank = ({ verdict, actBy }: Severity): number =>
  rising.indexOf(verdict) * sooner.length + (actBy ? sooner.indexOf(actBy) : 0);

/** Of two the stricter word about running on, with what has to be done before. */
const stricterRestart = (a: Severity, b: Severity): Pick<Severity, 'restart' | 'restartAfter'> => {
  const { restart, restartAfter } = stricter.indexOf(b.restart) > stricter.indexOf(a.restart) ? b : a;
  return restartAfter === undefined ? { restart } : { restart, restartAfter };
};

const without = ({ verdict, actBy }: Severity) => (actBy ? { verdict, actBy } : { verdict });

/** The worse of two: the higher verdict, the sooner day, the stricter word about running on. */
export const worse = (a: Severity, b: Severity): Severity => ({
  ...without(rank(b) > rank(a) ? b : a),
  ...stricterRestart(a, b),
});

/**
 * One step worse: what is watched is planned for this week, what is planned is done in this shift, what is done in this
 * shift is done at once. What is fine stays so.
 */
export function raised(severity: Severity): Severity {
  switch (severity.verdict) {
    case 'fine':
      return severity;
    case 'watch':
      return worse(severity, { verdict: 'plan', actBy: 'this-week', restart: 'yes' });
    case 'plan':
      return worse(severity, { verdict: 'act-now', actBy: 'same-shift', restart: 'supervised' });
    case 'act-now':
      return worse(severity, { verdict: 'act-now', actBy: 'immediately', restart: 'no' });
  }
}

/** What is fine, until something is seen. */
export const fine: Severity = { verdict: 'fine', restart: 'yes' };
/** What nobody can judge is never fine. */
export const unjudged: Severity = { verdict: 'watch', restart: 'yes' };

/** What a row of the table of signs comes to. */
export const severityOf = ({ verdict, actBy, restart = 'yes', restartAfter }: SignRow): Severity => ({
  verdict,
  ...(actBy && { actBy }),
  restart,
  ...(restartAfter && { restartAfter }),
});

/**
 * What something comes to where a failure costs so much: one step worse where it costs most.
 * @param consequence 1 to 4
 */
export const atConsequence = (severity: Severity, consequence: number | undefined): Severity =>
  consequence === 4 ? raised(severity) : severity;

/** From so many visits running on, what is only watched is planned (M C). */
export const visitsUntilPlanned = 3;

/** What something comes to that shows for the so many-th visit running: watched for long, it is planned. */
export const afterVisits = (severity: Severity, visits: number): Severity =>
  severity.verdict === 'watch' && visits >= visitsUntilPlanned
    ? worse(severity, { verdict: 'plan', actBy: 'next-stop', restart: 'yes' })
    : severity;
