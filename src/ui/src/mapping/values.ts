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
  const open = (r: Schemas['ValueAnswer']) => !r.hidden && (!isZero(r.waiting) || (!r.target && r.lines > 0));
  return rows.slice(at + 1).find(open) ?? rows[at + 1];
}

/** How much of a kind is mapped, by values and by money; blank before anything of it arrived. */
export function coverageOf(
  values: Pick<Schemas['ValuesAnswer'], 'values' | 'mapped' | 'money' | 'moneyMapped'> | undefined,
): string {
  if (!values || values.values === 0) return '';
  const total = size(values.money);
  const share = total === 0 ? 100 : (size(values.moneyMapped) / total) * 100;
  return `${values.mapped} of ${values.values} mapped · ${share.toFixed(1)} % of the money`;
}
