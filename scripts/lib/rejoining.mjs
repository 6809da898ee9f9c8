// How the nodes of a cluster find together again after some of them have ended: a decision over how far each came and how
// the others stand, with no server in it.

/**
 * @typedef {`${string}:${number}`} Position of which cluster a node is, and up to which of its writes the node has everything
 * @typedef {'whole' | 'alone' | 'away'} Standing has everything that the others have; has lost them and answers nothing; is not there, or not yet
 * @typedef {{ name: string, position: Position } | { name: string, standing: Standing, committed?: number | undefined }} Other one that has ended, or
 *   one that runs or is just being started; one that is alone says up to which write it has everything
 * @typedef {{ does: 'join', whom: string } | { does: 'begin' } | { does: 'wait' } | { does: 'let begin' | 'end', whom: string }} Step
 */

/** The number of the write that a position names. */
export const countOf = (/** @type {Position} */ position) => Number(position.split(':')[1]);

/**
 * What a node that has ended does next. It joins whoever is whole. Where nobody is, one is made the beginning of the cluster,
 * and never two: the one that has the most, of equals the first of the list. Where only one still runs and has lost the others,
 * that is not always the one: what another acknowledged in its last moment may not have reached it. Then it ends too, and
 * they begin anew from the other.
 * @param {string} node
 * @param {Other[]} all every node of the cluster in the same order for everybody, this one among them with its position
 * @returns {Step}
 */
export function nextStep(node, all) {
  const running = all.filter((other) => 'standing' in other);
  const ended = all.filter((other) => 'position' in other);
  const whole = running.find(({ standing }) => standing === 'whole');
  if (whole) return { does: 'join', whom: whole.name };
  const most = Math.max(...ended.map(({ position }) => countOf(position)));
  if (running.length === 0) {
    const first = ended.find(({ position }) => countOf(position) === most);
    return { does: first?.name === node ? 'begin' : 'wait' };
  }
  const [last, ...more] = running;
  if (more.length > 0 || last.standing !== 'alone' || last.committed === undefined) return { does: 'wait' };
  return { does: last.committed < most ? 'end' : 'let begin', whom: last.name };
}
