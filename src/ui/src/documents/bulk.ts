import type { Schemas } from '../api/client';

export type Decision = NonNullable<Schemas['BulkRequest']['what']>;
export type Reason = NonNullable<Schemas['BulkRequest']['reason']>;

/** What a decision for many needs to be said with it. */
export type Needs =
  'account' | 'category' | 'dimension' | 'payment_account' | 'supplier' | 'employee' | 'reason' | 'note' | 'rate' | null;

/** Every decision for many: how it is asked for, and what it needs. */
export const decisions: Record<Decision, { readonly title: string; readonly needs: Needs }> = {
  account: { title: 'their lines go to an account', needs: 'account' },
  category: { title: 'their lines are of a category', needs: 'category' },
  dimension: { title: 'their lines are of a department, project …', needs: 'dimension' },
  payment_account: { title: 'they were paid from', needs: 'payment_account' },
  supplier: { title: 'their supplier is', needs: 'supplier' },
  employee: { title: 'their employee is', needs: 'employee' },
  private: { title: 'they were private', needs: null },
  not_duplicate: { title: 'they are no duplicates', needs: null },
  set_aside: { title: 'they are set aside', needs: 'reason' },
  reopen: { title: 'they are reopened', needs: null },
  hold_back: { title: 'they are held back from posting', needs: 'note' },
  release: { title: 'they are released', needs: null },
  open_day: { title: 'they are posted on the first open day', needs: null },
  other_kind: { title: 'they are of the other kind, as their negative totals say', needs: null },
  convert: { title: 'they come to the company’s currency at a rate', needs: 'rate' },
  difference: { title: 'their differences are posted to rounding', needs: 'note' },
};

/** What a person said so far. */
export interface Said {
  readonly what: Decision | '';
  readonly value: string;
  readonly dimension: string;
  readonly reason: Reason | '';
  readonly note: string;
  readonly on: string;
}

/** The request, once all that it needs is said. */
export function requestOf(said: Said, ids: number[] | null): Schemas['BulkRequest'] | null {
  if (!said.what) return null;
  const needs = decisions[said.what].needs;
  const isMissing =
    needs === 'note'
      ? !said.note.trim()
      : needs === 'reason'
        ? !said.reason || (said.reason === 'other' && !said.note.trim())
        : needs === 'dimension'
          ? !said.dimension || !said.value.trim()
          : needs !== null && !said.value.trim();
  return isMissing
    ? null
    : {
        ids,
        what: said.what,
        value: said.value.trim() || null,
        dimension: needs === 'dimension' ? said.dimension : null,
        reason: needs === 'reason' && said.reason ? said.reason : null,
        note: said.note.trim() || null,
        on: said.on || null,
      };
}
