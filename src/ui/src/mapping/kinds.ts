import type { Schemas } from '../api/client';
import { vocabulary } from '../frame/vocabulary';

export type KeyKind = Schemas['KeyKind'];

const sides: readonly (readonly [Schemas['KeySide'], string])[] = [
  ['cost', 'Cost'],
  ['offset', 'Other side'],
  ['detail', 'Details'],
];

/** The kinds of value that are mapped, in the groups in which they are shown. */
export const kindGroups = () =>
  sides.map(([side, title]) => ({ title, kinds: vocabulary().keyKinds.filter((k) => k.side === side) }));

const rowOf = (kind: KeyKind) => vocabulary().keyKinds.find((k) => k.kind === kind)!;

/** The kind that an address names; a category where it names none. */
export const kindOf = (text: string | null): KeyKind => vocabulary().keyKinds.find((k) => k.kind === text)?.kind ?? 'category';

export const kindTitle = (kind: KeyKind) => rowOf(kind).plural;

/** Whether its target is a value of the ledger and not an account. */
export const mapsToValue = (kind: KeyKind) => !['account', 'tax'].includes(rowOf(kind).target);

/** The dimension that it is a value of; blank for the others. */
export const dimensionOf = (kind: KeyKind) => rowOf(kind).dimension;

/** Whether it decides the other side of an entry. */
export const isOffset = (kind: KeyKind) => rowOf(kind).side === 'offset';

/** Whether a row of it may name a group. */
export const hasGroup = (kind: KeyKind) => rowOf(kind).hasGroup;

/** Whether it fills in tax code and dimensions: the cost side. */
export const fillsIn = (kind: KeyKind) => rowOf(kind).side === 'cost';
