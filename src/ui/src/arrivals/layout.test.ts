import { describe, expect, it } from 'vitest';
import { LayoutDraft } from './layout.svelte';

const column = (name: string, more: object) => ({
  name,
  dates: [],
  decimals: [],
  group: '',
  isNegative: false,
  values: [],
  ...more,
});

const draft = (amount: object) => {
  const table = {
    encoding: 'utf-8',
    delimiter: ';',
    sheet: '',
    headerRow: 1,
    sheets: [],
    columns: [
      column('Datum', { dates: ['dd.MM.yy'] }),
      column('Empfänger', {}),
      column('Betrag', { isNegative: true, ...amount }),
    ],
    rows: [],
    datePatterns: [],
    fields: ['net'],
    registerFields: [],
    ofEachRun: [],
  };
  const made = new LayoutDraft(table);
  made.propose();
  return made;
};

describe('a layout in the making', () => {
  it('proposes what columns of other languages mean, and what negative amounts are', () => {
    const made = draft({ decimals: [','] });
    expect(made.fields).toEqual(['document_date', 'supplier', 'net']);
    expect(made.lacks).toBe('');
    expect(JSON.parse(made.json)).toMatchObject({ date: 'dd.MM.yy', decimal: ',', group: '.', amounts: 'charges_negative' });
  });

  it('takes the space or apostrophe that stands between thousands, unless a person says otherwise', () => {
    const made = draft({ decimals: ['.'], group: '’' });
    expect(JSON.parse(made.json)).toMatchObject({ decimal: '.', group: '’' });
    made.group = '';
    expect(JSON.parse(made.json)).toMatchObject({ group: '' });
  });

  it('asks where two signs fit', () => {
    const made = draft({ decimals: ['.', ','] });
    expect(made.lacks).toContain('decimals');
    made.decimal = ',';
    expect(made.lacks).toBe('');
  });
});
