import type { Schemas } from '../api/client';

type Type = Schemas['PayItemType'];

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

const columns: readonly (readonly [string, readonly Type[]])[] = [
  ['Earned', ['earning', 'reimbursement']],
  ['Taken off', ['employee_deduction', 'employee_tax']],
  ['Paid out', ['net_pay']],
  ['Employer adds', ['employer_contribution', 'employer_tax', 'noncash']],
];

/** The columns of employees: by what pay items are; or one item, where one is chosen. */
export const columnTitles = columns.map(([title]) => title);

/** The cells of an employee, in minor units of two decimals or of whatever the texts have, added up by column. */
export function totals(cells: Readonly<Record<string, string>>): string[] {
  return columns.map(([, of]) =>
    added(
      Object.entries(cells).flatMap(([key, amount]) =>
        of.includes(key.slice(key.lastIndexOf(' ') + 1) as Type) ? [amount] : [],
      ),
    ),
  );
}

/** Adds amounts as they are written, without a floating point. */
export function added(amounts: readonly string[]): string {
  const decimals = Math.max(0, ...amounts.map((a) => a.split('.')[1]?.length ?? 0));
  const sum = amounts.reduce((total, a) => total + BigInt(a.replace('.', '')), 0n);
  const digits = (sum < 0n ? -sum : sum).toString().padStart(decimals + 1, '0');
  const whole = decimals ? `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}` : digits;
  return sum < 0n ? `-${whole}` : whole;
}
