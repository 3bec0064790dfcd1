import type { Schemas } from '../api/client';

let words: Schemas['VocabularyAnswer'] | undefined;

/** Keeps the fixed words of the server; they come once, before the first view. */
export const learn = (vocabulary: Schemas['VocabularyAnswer']) => (words = vocabulary);

/** The fixed words with what follows from them: they are the core's, and stand nowhere else. */
export function vocabulary(): Schemas['VocabularyAnswer'] {
  if (!words) throw new Error('The fixed words have not come yet.');
  return words;
}

/** The kinds that have lines of their own: all that can be typed, and read from tables. */
export const kindsWithLines = () => vocabulary().documentKinds.filter((k) => k.side !== 'payroll');

/** A kind of document. */
export const documentKind = (kind: Schemas['DocumentKind']) => vocabulary().documentKinds.find((k) => k.kind === kind)!;
