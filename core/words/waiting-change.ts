/** A change of oil that waits: what the sump holds, what it is to hold, and the ambient band that asks for it, if one does. */
export type WaitingChange = { band: string | null; holds: string; wants: string };

/**
 * What is to be known before anything is put into a sump whose change waits.
 * @example waitingChangeWords({ band: null, holds: 'O-46', wants: 'O-68' }) // 'The sump holds O-46; the plan wants O-68 now. Until the change is logged, top up with O-46 only.'
 */
export const waitingChangeWords = ({ band, holds, wants }: WaitingChange): string =>
  `The sump holds ${holds}; the ${band === null ? 'plan wants' : `${band} band wants`} ${wants}${band === null ? ' now' : ''}. Until the change is logged, top up with ${holds} only.`;

/**
 * What a sump holds after something else was put on top of what it was filled with.
 * @example mixtureWords('O-46', ['O-68']) // 'The sump holds O-46 mixed with O-68, topped up since the last change.'
 */
export const mixtureWords = (holds: string, mixedWith: readonly string[]): string =>
  `The sump holds ${[holds, ...mixedWith].join(' mixed with ')}, topped up since the last change.`;
