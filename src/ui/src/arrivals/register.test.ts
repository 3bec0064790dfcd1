import { describe, expect, it } from 'vitest';
import { LayoutDraft, layoutOf } from './layout.svelte';
import { usualType } from './register.svelte';

const column = (name: string, more: object = {}) => ({
  name,
  dates: [] as string[],
  decimals: [] as string[],
  group: '',
  isNegative: false,
  values: [] as string[],
  ...more,
});

const draft = (columns: ReturnType<typeof column>[]) =>
  new LayoutDraft({
    encoding: 'utf-8',
    delimiter: ',',
    sheet: '',
    headerRow: 1,
    sheets: [],
    columns,
    rows: [],
    datePatterns: [],
    fields: ['net', 'employee'],
    registerFields: 'run pay_date period_end employee department employee_group item type amount agency'.split(' '),
    ofEachRun: ['run', 'pay_date', 'period_end'],
  });

const wide = () =>
  draft([
    column('Name'),
    column('Dept'),
    ...['Gross pay', 'Federal withholding', '401 plan', 'Employer medicare', 'Net pay'].map((n) =>
      column(n, { decimals: ['.'] }),
    ),
    column('Hours', { decimals: ['.'] }),
  ]);

describe('a pay register in the making', () => {
  it('is recognised by its employees and their net pay, and asks for the day that no column says', () => {
    const made = wide();
    made.propose();
    expect(made.shape).toBe('wide');
    expect(made.fields).toEqual(['employee', 'department', ...Array<string>(5).fill('pay_item'), '']);
    expect(made.lacks).toContain('pay date');
    made.register!.said.pay_date = '2026-11-13';
    expect(made.lacks).toBe('');
    expect(JSON.parse(made.json)).toMatchObject({
      columns: { employee: 'Name', department: 'Dept' },
      constants: { pay_date: '2026-11-13' },
      register: {
        items: [
          { column: 'Gross pay', item: 'Gross pay', type: 'earning' },
          { column: 'Federal withholding', type: 'employee_tax' },
          { column: '401 plan', type: 'employee_deduction' },
          { column: 'Employer medicare', type: 'employer_tax' },
          { column: 'Net pay', type: 'net_pay' },
        ],
      },
    });
  });

  it('is remembered with its items', () => {
    const made = wide();
    made.propose();
    made.register!.items[4] = { item: 'Pension', type: 'employer_contribution', agency: 'Larch' };
    made.register!.said.pay_date = '2026-11-13';
    const again = layoutOf({ table: made.table, layout: made.json } as never);
    expect(again.fields).toEqual(made.fields);
    expect(again.register!.itemOf(4)).toEqual({ item: 'Pension', type: 'employer_contribution', agency: 'Larch' });
  });

  it('names what its own words for types are, and asks for no word that is ours', () => {
    const made = draft([
      column('Run'),
      column('Check date', { dates: ['MM/dd/yyyy'] }),
      column('Employee'),
      column('Code'),
      column('Type', { values: ['Pay', 'earning', 'Withheld'] }),
      column('Amount', { decimals: ['.'] }),
    ]);
    made.propose();
    expect(made.shape).toBe('long');
    expect(made.register!.words(made.fields)).toEqual(['Pay', 'Withheld']);
    made.register!.types.Pay = 'reimbursement';
    expect(JSON.parse(made.json)).toMatchObject({
      date: 'MM/dd/yyyy',
      register: { types: { Pay: 'reimbursement', Withheld: 'employee_tax' } },
    });
  });

  it('can be told that it is documents after all', () => {
    const made = wide();
    made.propose();
    made.become('');
    expect(made.register).toBeNull();
    expect(made.lacks).toContain('date');
  });

  it.each([
    ['Net pay', 'net_pay'],
    ['Company social security', 'employer_tax'],
    ['Employer pension', 'employer_contribution'],
    ['State income tax', 'employee_tax'],
    ['Mileage', 'reimbursement'],
    ['Processing fee', 'fee'],
    ['Overtime', 'earning'],
  ])('takes %s for what it usually is', (name, type) => expect(usualType(name)).toBe(type));
});
