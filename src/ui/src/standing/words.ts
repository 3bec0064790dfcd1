import { shortDay } from '../amounts/format';
import type { Schemas } from '../api/client';

type Field = Schemas['StandingField'];
type When = Schemas['StandingConditionText'];

/** What a standing decision sets or asks for, as a choice. */
export const fields: Record<Field, string> = {
  category: 'set the category',
  item: 'set the item',
  cost_code: 'set the cost code',
  dimension: 'set a dimension',
  supplier: 'set the supplier',
  employee: 'set the employee',
  payment_account: 'set the payment account',
  label: 'put a label on',
  private_share: 'is private, per cent',
  ask_account: 'ask for the account',
  ask_payment_account: 'ask for the payment account',
  ask_dimension: 'ask for a dimension',
};

/** What is asked of a document, as a column of texts. */
export const conditions = [
  ['source', 'source', 'exactly'],
  ['supplier', 'supplier', 'in any case'],
  ['text', 'text', 'in a line, the supplier or the notes'],
  ['atLeast', 'total at least', ''],
  ['atMost', 'total at most', ''],
  ['merchantCode', 'merchant code', ''],
  ['paymentAccount', 'card or payment account', 'as the source says it'],
  ['employee', 'employee', ''],
] as const satisfies readonly (readonly [keyof When, string, string])[];

/** Whether it sets to a value. */
export const sets = (field: Field) => !field.startsWith('ask_');

/** Whether it is about a dimension. */
export const isOfDimension = (field: Field) => field === 'dimension' || field === 'ask_dimension';

/** When it acts, as one sentence. */
export function whenOf(when: When, kind: string): string {
  const parts = [
    kind && `kind ${kind}`,
    ...conditions.map(([name, title]) => {
      const value = when[name];
      if (!value) return '';
      if (name === 'text') return `“${value}” in a text`;
      return name === 'atLeast' || name === 'atMost' ? `${title} ${value}` : `${title} ${value}`;
    }),
    when.fromDay && `dated from ${shortDay(when.fromDay)} on`,
  ].filter(Boolean);
  return parts.join(', ');
}

/** What it does, as one sentence. */
export function thenOf(then: readonly Schemas['StandingEffectText'][]): string {
  return then
    .map(({ field, value, dimension }) => {
      if (field === 'private_share') return value === '100' ? 'private' : `${value} % private`;
      if (field === 'dimension') return `${dimension} ${value}`;
      if (field === 'ask_dimension') return `ask for the ${dimension}`;
      if (!sets(field)) return fields[field];
      return `${fields[field].replace(/^(set|put) (the |a )?/, '').replace(/ on$/, '')} ${value}`;
    })
    .join(', ');
}

/** What is worth saying of how often it acted; blank where all is well. */
export function oddOf(answer: Pick<Schemas['StandingAnswer'], 'documents' | 'won'> & { decision: { isOn: boolean } }): string {
  if (!answer.decision.isOn) return 'off';
  if (answer.documents === 0) return 'never acted';
  return answer.won === 0 ? 'always loses' : '';
}
