import { beforeAll, describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { rowOf } from './changes';
import { learnSome } from '../frame/vocabulary.fixture';
import { dimensionOf, fillsIn, hasGroup, isOffset, kindGroups, kindOf, kindTitle, mapsToValue } from './kinds';
import { sparkline } from './spark';
import { codeTree, coverageOf, nextToDecide } from './values';

const value = (name: string, waiting = '0.00', target = '', lines = 1, hidden = false): Schemas['ValueAnswer'] => ({
  value: name,
  lines,
  money: '10.00',
  waitingLines: 0,
  waiting,
  account: '',
  target,
  group: '',
  ledgerValue: '',
  percent: '',
  variants: 0,
  broken: false,
  hidden,
});

describe('cost codes as a tree', () => {
  it('puts each beginning that ends before a separator above its codes', () => {
    const tree = codeTree([value('03-300'), value('03-310.20'), value('031'), value('05')]);
    expect(tree.map((n) => [n.code, n.depth, n.row !== null])).toEqual([
      ['03', 0, false],
      ['03-300', 1, true],
      ['03-310', 1, false],
      ['03-310.20', 2, true],
      ['031', 0, true],
      ['05', 0, true],
    ]);
  });

  it('keeps a group that is a code itself once', () => {
    expect(codeTree([value('03'), value('03-1')]).map((n) => [n.code, n.row !== null])).toEqual([
      ['03', true],
      ['03-1', true],
    ]);
  });
});

describe('the next value that needs a decision', () => {
  const rows = [
    value('a', '5.00'),
    value('b', '0.00', '5120'),
    value('c', '0.00', '', 0),
    value('d', '3.00', '5120'),
    value('e', '9.00', '', 1, true),
  ];

  it.each([
    ['a', 'd'], // b is mapped, c never arrived
    ['d', 'e'], // nothing is left but the next of the list
    ['unknown', 'a'],
  ])('after %s comes %s', (from, next) => expect(nextToDecide(rows, from)?.value).toBe(next));

  it('is none at the end', () => expect(nextToDecide(rows, 'e')).toBeUndefined());
});

describe('the small line of a coverage', () => {
  it.each([
    [[], ''],
    [[50], '0,10 100,10'],
    [[100, 0, 50], '0,0 50,20 100,10'],
    [[140, -5], '0,0 100,20'], // never outside its frame
  ])('%j', (percents, points) => expect(sparkline(percents, 100, 20)).toBe(points));
});

describe('kinds of value', () => {
  beforeAll(learnSome);

  it('know what they map to and which side they decide', () => {
    expect([
      mapsToValue('department'),
      mapsToValue('category'),
      mapsToValue('tax_code'),
      isOffset('settlement'),
      fillsIn('item'),
      fillsIn('tax_code'),
      hasGroup('category'),
      hasGroup('item'),
    ]).toEqual([true, false, false, true, true, false, true, false]);
    expect([kindTitle('supplier_term'), dimensionOf('department'), dimensionOf('item')]).toEqual(['Terms', 'department', '']);
  });

  it('stand in groups, and an address that names none means categories', () => {
    expect(kindGroups().map((g) => [g.title, g.kinds.length])).toEqual([
      ['Cost', 2],
      ['Other side', 1],
      ['Details', 3],
    ]);
    expect([kindOf('item'), kindOf('nonsense'), kindOf(null)]).toEqual(['item', 'category', 'category']);
  });

  it('a row says nothing of what is not given', () => {
    expect(rowOf({ kind: 'category', key: 'Leather', account: '5120' })).toMatchObject({
      account: '5120',
      group: null,
      remove: false,
    });
  });
});

describe('how much is mapped', () => {
  it.each([
    [undefined, ''],
    [{ values: 0, mapped: 0, needing: 0, elsewhere: 0, money: '0.00', waiting: '0.00' }, ''],
    [
      { values: 4, mapped: 2, needing: 1, elsewhere: 1, money: '200.00', waiting: '50.00' },
      '2 of 4 mapped · 1 needs an account · 1 decided elsewhere · 75.0 % of the money decided',
    ],
    [
      { values: 2, mapped: 2, needing: 0, elsewhere: 0, money: '0.00', waiting: '0.00' },
      '2 of 2 mapped · 100.0 % of the money decided',
    ],
  ])('%j', (values, text) => expect(coverageOf(values)).toBe(text));
});
