import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { MappingDraft } from './mappingDraft.svelte';

const row = (expense: string, liability: string, more: Partial<Schemas['PayrollRowAnswer']> = {}) => ({
  department: '',
  group: '',
  agency: '',
  expense,
  expenseTitle: '',
  liability,
  liabilityTitle: '',
  broken: '',
  ...more,
});

const begun = (...rows: Schemas['PayrollRowAnswer'][]) => {
  const draft = new MappingDraft();
  draft.begin({ item: 'Salary', rows } as Schemas['MappedItemAnswer']);
  return draft;
};

describe('the rows of a pay item', () => {
  it('begin with one for all, and nothing is changed by that', () => {
    const draft = begun();
    expect(draft.rows).toHaveLength(1);
    expect(draft.changed).toEqual([]);
  });

  it('say what is another, what is new, and what goes', () => {
    const draft = begun(row('5410', '', { department: 'Bench' }), row('5410', '', { department: 'Press' }), row('6010', ''));
    expect(draft.changed).toEqual([]);
    draft.rows[2]!.expenseAccount = '6020';
    draft.rows.splice(1, 1);
    draft.add();
    Object.assign(draft.rows[1]!, { agency: 'Treasury', liabilityAccount: '2420' });
    expect(draft.changed.map((r) => [r.department, r.agency, r.expenseAccount, r.liabilityAccount])).toEqual([
      ['', 'Treasury', '', '2420'],
      ['', '', '6020', ''],
      ['Press', '', '', ''],
    ]);
  });

  it('know a department however it is spelled', () => {
    const draft = begun(row('5410', '', { department: 'Bench' }));
    draft.rows[0]!.department = ' BENCH ';
    expect(draft.changed).toEqual([]);
  });
});
