import type { Schemas } from '../api/client';

type Type = Schemas['PayItemType'];

/** What runs are called that are no pay. */
export const kinds: Record<Schemas['PayRunKind'], string> = { pay: '', accrual: 'accrued', reversal: 'taken back' };

/** What the types of pay items are called. */
export const types: Record<Type, string> = {
  earning: 'earned',
  noncash: 'pay in kind',
  reimbursement: 'paid back',
  employee_deduction: 'deducted',
  employee_tax: 'tax taken off',
  employer_contribution: 'employer adds',
  employer_tax: 'employer tax',
  net_pay: 'paid out',
  fee: 'fee',
};

/** What each cause says, as people call it. */
export const faults: Record<NonNullable<Schemas['IdentityFault']>, string> = {
  changed: 'was another amount before',
  missing: 'is missing',
  wrong_side: 'has the wrong sign',
  transposed: 'has two digits swapped',
  extra: 'was not there before',
};
