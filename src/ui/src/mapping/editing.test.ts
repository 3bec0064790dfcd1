import { beforeAll, describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { learnSome } from '../frame/vocabulary.fixture';
import { factsOf, inForce, RowEditing } from './editing.svelte';
import { GridEditing } from './gridEditing.svelte';
import { PaymentDraft } from './paymentDraft.svelte';

beforeAll(learnSome);

const row = (more: Partial<Schemas['RowAnswer']> = {}): Schemas['RowAnswer'] => ({
  forSource: '',
  account: '5120',
  target: '5120 Leather',
  ledgerItem: '',
  value: '',
  group: '',
  taxCode: '',
  dimensions: {},
  percent: '',
  effectiveFrom: '',
  inForce: true,
  broken: '',
  means: '',
  ...more,
});

describe('the row of a value while it is edited', () => {
  it('begins with what is in force for every source, and differs once it says something else', () => {
    const editing = new RowEditing();
    editing.begin('category', 'Leather', [
      row({ forSource: 'MarketPort', account: '5999' }),
      row({ dimensions: { season: 'Autumn' } }),
    ]);
    expect([editing.row.account, editing.row.dimensions, editing.differs]).toEqual(['5120', { season: 'Autumn' }, false]);

    editing.fill('season', 'Spring');
    expect(editing.differs).toBe(true);
    editing.fill('season', 'Autumn');
    expect(editing.differs).toBe(false);
  });

  it('says nothing new when a dimension was never filled in and stays blank', () => {
    const editing = new RowEditing();
    editing.begin('category', 'Leather', [row()]);
    editing.fill('department', '');
    expect(editing.differs).toBe(false);
  });

  it('differs when a dimension is cleared, and tells the server that it is', () => {
    const editing = new RowEditing();
    editing.begin('category', 'Leather', [row({ dimensions: { department: 'Bags' } })]);
    editing.fill('department', '');
    expect([editing.differs, editing.row.dimensions]).toEqual([true, { department: '' }]);
  });

  it('cannot be saved without a target, but for a tax code that is new: its percentage is enough', () => {
    const editing = new RowEditing();
    editing.begin('category', 'Thread', []);
    editing.row.taxCode = 'T1';
    expect(editing.differs).toBe(false);
    editing.begin('tax_code', 'T9', []);
    expect([editing.differs, editing.row.recoverablePercent]).toEqual([true, '100']);
  });

  it('forgets a confirmation and a refusal when another value begins', () => {
    const editing = new RowEditing();
    editing.confirmed = true;
    editing.refused = 'no';
    editing.begin('category', 'Thread', []);
    expect([editing.confirmed, editing.refused]).toEqual([false, '']);
  });

  it('takes the first row where none is in force', () => {
    const ended = row({ inForce: false, account: '1' });
    expect(inForce([ended, row({ inForce: false })])).toBe(ended);
    expect(inForce([])).toBeUndefined();
    expect(factsOf({ ...base, dimensions: { b: '2', a: '1' } })).toBe(
      factsOf({ ...base, dimensions: { a: '1', b: '2', c: '' } }),
    );
  });
});

const base = { kind: 'category', key: 'x', remove: false } as Schemas['RowRequest'];

const account = (id: string, more: Partial<Schemas['AccountAnswer']> = {}) =>
  ({
    id,
    number: id,
    name: `N${id}`,
    title: `${id} N${id}`,
    kind: 'expense',
    active: true,
    control: false,
    hidden: false,
    ...more,
  }) as Schemas['AccountAnswer'];
const value = (name: string, more: Partial<Schemas['ValueAnswer']> = {}) =>
  ({ value: name, waiting: '0.00', target: '', account: '', hidden: false, ...more }) as Schemas['ValueAnswer'];

describe('the grid while one works in it', () => {
  const open = (keeps = true) =>
    new GridEditing(() => ({
      kind: 'category',
      rows: [
        value('Leather', { waiting: '9.00' }),
        value('Thread', { account: '5120', target: '5120 N5120' }),
        value('Old', { hidden: true }),
      ],
      accounts: [account('5120'), account('5130'), account('2000', { control: true })],
      keeps,
    }));

  it('lists what is shown, and only what needs an account when that is asked for', () => {
    const grid = open();
    expect(grid.list).toEqual(['Leather', 'Thread']);
    grid.only = true;
    expect(grid.list).toEqual(['Leather']);
    grid.text = 'thr';
    expect(grid.list).toEqual([]);
  });

  it('takes the account that is pointed at, the one that is named, and keeps what names none', () => {
    const grid = open();
    grid.begin('51');
    grid.option = 1;
    grid.accept();
    expect([grid.shown('Leather'), grid.changed.length]).toEqual(['5130 N5130', 1]);

    grid.moveTo(1);
    grid.begin('no such');
    grid.accept();
    expect([grid.unknown, grid.shown('Thread'), grid.changed.length]).toEqual([['Thread'], 'no such', 1]);
    grid.undo();
    grid.undo();
    expect([grid.unknown, grid.changed]).toEqual([[], []]);
  });

  it('never offers a control account for a cost', () => {
    const grid = open();
    grid.begin('2000');
    expect(grid.options).toEqual([]);
  });

  it('takes a mapping away, and saves that as such', () => {
    const grid = open();
    grid.moveTo(1);
    grid.clear();
    expect(grid.rows('2026-11-01')).toMatchObject([{ key: 'Thread', remove: true, effectiveFrom: '2026-11-01' }]);
  });

  it('says what was pasted, and puts values first that never arrived', () => {
    const grid = open();
    grid.paste('Glue\t5130\nLeather\t5120');
    expect(grid.said).toBe('2 values pasted, 1 of them not arrived yet.');
    expect(grid.list[0]).toBe('Glue');
  });

  it('changes nothing for whoever only reads', () => {
    const grid = open(false);
    grid.begin('5');
    grid.paste('Glue\t5130');
    grid.clear();
    expect([grid.typing, grid.sheet.edits]).toEqual([null, {}]);
  });

  it('stays within the list', () => {
    const grid = open();
    grid.moveTo(99);
    expect([grid.at, grid.anchor]).toEqual([1, 1]);
    grid.moveTo(-4, true);
    expect([grid.at, grid.anchor, grid.isSelected(0), grid.isSelected(1)]).toEqual([0, 1, true, true]);
  });
});

describe('a payment account while it is entered', () => {
  it('needs an account, but one that is a person’s own needs only whose it is', () => {
    const draft = new PaymentDraft('USD');
    draft.name = 'Card of Ines';
    expect(draft.whole).toBe(false);
    draft.kind = 'personal';
    expect(draft.whole).toBe(false);
    draft.holder = 'Ines';
    expect([draft.whole, draft.body.currency]).toEqual([true, 'USD']);
  });

  it('reads holders by comma, without blank ones, and adds numbers', () => {
    const draft = new PaymentDraft('USD').claim('4417');
    draft.others = ' Ines,, Tom ';
    expect([draft.body.otherHolders, draft.body.numbers]).toEqual([['Ines', 'Tom'], [{ text: '4417', from: '', through: '' }]]);
  });
});
