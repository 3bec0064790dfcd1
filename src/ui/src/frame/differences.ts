import { words } from '../amounts/format';

/** A field that two versions have otherwise. */
export interface Difference {
  readonly field: string;
  readonly mine: string;
  readonly theirs: string;
}

// What tells versions apart is none of what they say.
const apart = new Set(['revision', 'confirmed', 'id']);

/** What two versions of the same have otherwise, field by field; only what both can have is compared. */
export function differences(mine: unknown, theirs: unknown): Difference[] {
  const [one, other] = [flat(mine), flat(theirs)];
  return [...new Set([...one.keys(), ...other.keys()])]
    .filter((field) => (one.get(field) ?? '') !== (other.get(field) ?? ''))
    .map((field) => ({ field, mine: one.get(field) ?? '', theirs: other.get(field) ?? '' }));
}

function flat(of: unknown, at = '', into = new Map<string, string>()): Map<string, string> {
  if (of === null || of === undefined) return into;
  if (typeof of !== 'object') {
    into.set(at, of === true ? 'yes' : of === false ? 'no' : String(of));
    return into;
  }
  for (const [key, value] of Object.entries(of)) {
    if (apart.has(key)) continue;
    // A list counts from 1, as people do.
    const name = Array.isArray(of) ? `${Number(key) + 1}` : words(key.replace(/([A-Z])/g, '_$1').toLowerCase());
    flat(value, at ? `${at}, ${name}` : name, into);
  }
  return into;
}
