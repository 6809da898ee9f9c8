/** Long enough that guessing takes longer than a plant stands, short enough to be typed (ASVS 2.1.1, 2.1.2). */
export const shortestPassword = 12;
export const longestPassword = 128;

/**
 * Why a password cannot be taken, in words; undefined where it can. Nothing is asked of which signs it is made of: length is
 * what helps.
 * @param own words that everybody at the plant would try first: names, initials, the plant
 * @param isCommon whether a word, in small letters, is one that many people have chosen
 */
export function passwordFault(
  password: string,
  own: readonly string[],
  isCommon: (word: string) => boolean,
): string | undefined {
  const length = [...password].length;
  if (length < shortestPassword)
    return `Password: at least ${shortestPassword} characters; this has ${length}. Three or four words that belong to nothing will do.`;
  if (length > longestPassword) return `Password: at most ${longestPassword} characters.`;
  const small = password.toLowerCase();
  if (new Set(small).size < 5) return 'Password: the same few characters again and again are guessed first.';
  const bare = withoutEnds(small);
  if (isCommon(small) || isCommon(bare)) return 'Password: many people have chosen this one. It is guessed first.';
  const known = own
    .flatMap((text) => text.toLowerCase().split(/\s+/))
    .filter((word) => [...word].length >= 3 && small.includes(word));
  const rest = known.reduce((left, word) => left.replaceAll(word, ''), small);
  return known.length === 0 || [...rest].length >= shortestPassword / 2
    ? undefined
    : `Password: there is little in it beside “${known[0]}”, which everybody here knows.`;
}

const isLetter = (sign: string): boolean => /\p{L}/u.test(sign);

/** A word without the figures and signs that people put before and behind it. */
function withoutEnds(text: string): string {
  const signs = [...text];
  const first = signs.findIndex(isLetter);
  return first < 0 ? '' : signs.slice(first, signs.findLastIndex(isLetter) + 1).join('');
}

/** So many wrong passwords are nothing but slips of the finger. */
const freeTries = 3;
const longestWaitMs = 15 * 60_000;

/** How long whoever got it wrong so often has to wait before the next try (ms): twice as long each time. */
export const waitAfter = (failures: number): number =>
  failures < freeTries ? 0 : Math.min(longestWaitMs, 1000 * 2 ** (failures - freeTries));
