/**
 * Which other tasks answer a task: the yearly one does what the monthly one asks for, and through that what the weekly
 * one does.
 * @param includes per task those it does as well; rings are followed once
 * @returns per task those that answer it, itself left out
 * @example answeredBy(new Map([['yearly', ['monthly']]])).get('monthly') // ['yearly']
 */
export function answeredBy(includes: ReadonlyMap<string, readonly string[]>): Map<string, string[]> {
  const answering = new Map<string, string[]>();
  for (const taskId of includes.keys()) {
    const done = new Set([taskId]);
    for (const each of done) for (const included of includes.get(each) ?? []) done.add(included);
    done.delete(taskId);
    for (const included of done) answering.set(included, [...(answering.get(included) ?? []), taskId]);
  }
  return answering;
}
