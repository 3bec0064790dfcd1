import { dictionary } from '@zxcvbn-ts/language-common';

/** Shorter ones cannot be the whole of a password of 12 characters with digits around it that is worth the name. */
const shortest = 8;

/** The common passwords as the server keeps them: one a line, sorted. */
export const commonPasswords = () =>
  [...new Set(dictionary['passwords-common'].map(String))]
    .filter((password) => password.length >= shortest)
    .sort()
    .join('\n') + '\n';
