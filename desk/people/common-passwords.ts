import { dictionary } from '@zxcvbn-ts/language-common';

const common = new Set(dictionary['passwords-common']);

/** Whether a word, in small letters, is among the passwords that most people choose. */
export const isCommonPassword = (word: string): boolean => common.has(word);
