import type { Schemas } from '../api/client';
import { isZero, size } from '../amounts/format';

/** A node of the tree of cost codes: a code, or a group of them that may be mapped together. */
export interface CodeNode {
  code: string;
  depth: number;
  row: Schemas['ValueAnswer'] | null;
}

const separators = /[-./ ]/;

/** Cost codes as a tree: each beginning that ends before a separator is a group above its codes. */
export function codeTree(rows: Schemas['ValueAnswer'][]): CodeNode[] {
  const byCode = new Map(rows.map((r) => [r.value, r]));
  const codes = new Set<string>();
  for (const { value } of rows) {
    codes.add(value);
    for (let i = 1; i < value.length; i++) if (separators.test(value[i]!)) codes.add(value.slice(0, i));
  }
  const above = (code: string) =>
    [...codes].filter((c) => c.length < code.length && code.startsWith(c) && separators.test(code[c.length]!));
  return [...codes]
    .sort((a, b) => (a < b ? -1 : 1))
    .map((code) => ({ code, depth: above(code).length, row: byCode.get(code) ?? null }));
}

/** The next value that needs a decision, after the given one; the first of all at the end of the list. */
export function nextToDecide(rows: Schemas['ValueAnswer'][], value: string): Schemas['ValueAnswer'] | undefined {
  const at = rows.findIndex((r) => r.value === value);
  const open = (r: Schemas['ValueAnswer']) => !r.hidden && needsAccount(r);
  return rows.slice(at + 1).find(open) ?? rows[at + 1];
}

/** Whether a line of a value waits for it; a value whose lines are decided by another rung needs none. */
export const needsAccount = (r: Pick<Schemas['ValueAnswer'], 'waiting' | 'waitingLines'>) =>
  r.waitingLines > 0 || !isZero(r.waiting);

/** How a kind stands: what is mapped, what needs an account, what is decided elsewhere; blank before anything of it arrived. */
export function coverageOf(
  values: Pick<Schemas['ValuesAnswer'], 'values' | 'mapped' | 'needing' | 'elsewhere' | 'money' | 'waiting'> | undefined,
): string {
  if (!values || values.values === 0) return '';
  const total = size(values.money);
  const share = total === 0 ? 100 : (1 - size(values.waiting) / total) * 100;
  return [
    `${values.mapped} of ${values.values} mapped`,
    values.needing > 0 && `${values.needing} ${values.needing === 1 ? 'needs' : 'need'} an account`,
    values.elsewhere > 0 && `${values.elsewhere} decided elsewhere`,
    `${share.toFixed(1)} % of the money decided`,
  ]
    .filter(Boolean)
    .join(' · ');
}
