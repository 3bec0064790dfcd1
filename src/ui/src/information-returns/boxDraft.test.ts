import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { BoxDraft } from './boxDraft.svelte';

const account = (rows: Schemas['BoxRowAnswer'][]): Schemas['AccountBoxAnswer'] => ({
  account: '5220',
  title: '5220 Illustration',
  paid: '10.00',
  waits: '10.00',
  rows,
  proposed: null,
  because: '',
  payees: [],
});

describe('the boxes of an account, as they are written', () => {
  it('begin without one, and change nothing until one is chosen', () => {
    const draft = new BoxDraft();
    draft.begin(account([]), 2026);
    expect(draft.rows).toEqual([{ supplier: '', to: '', since: null }]);
    expect(draft.changed).toEqual([]);
    draft.rows[0]!.to = 'nec1';
    expect(draft.changed).toEqual([{ year: 2026, account: '5220', supplier: '', box: 'nec1', isTakenOut: false }]);
  });

  it('of an earlier year are said anew of this one, and are not taken out of that', () => {
    const draft = new BoxDraft();
    draft.begin(account([{ supplier: '', box: 'nec1', year: 2025, isCarried: true }]), 2026);
    draft.rows[0]!.to = 'none';
    expect(draft.changed).toEqual([{ year: 2026, account: '5220', supplier: '', box: null, isTakenOut: false }]);
    draft.rows[0]!.to = '';
    expect(draft.changed).toEqual([]);
  });

  it('of this year are taken out where nothing is said any more', () => {
    const draft = new BoxDraft();
    draft.begin(account([{ supplier: '', box: 'nec1', year: 2026, isCarried: false }]), 2026);
    draft.rows[0]!.to = '';
    expect(draft.changed).toEqual([{ year: 2026, account: '5220', supplier: '', box: null, isTakenOut: true }]);
  });

  it('for a supplier stand before what is for all, and need a name', () => {
    const draft = new BoxDraft();
    draft.begin(account([{ supplier: '', box: 'nec1', year: 2026, isCarried: false }]), 2026);
    draft.add();
    draft.rows[0]!.to = 'misc1';
    expect(draft.changed).toEqual([]);
    draft.rows[0]!.supplier = ' Osier Property Care ';
    expect(draft.changed.map((r) => [r.supplier, r.box])).toEqual([['Osier Property Care', 'misc1']]);
  });
});
