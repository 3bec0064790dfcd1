import { describe, expect, it } from 'vitest';
import { cellOf, change, emptySheet, fillDown, findAccount, paste, redo, undo } from './grid';

const accounts = [
  { id: 'a1', number: '5120', name: 'Leather', title: '5120 Leather', active: true },
  { id: 'a2', number: '6420', name: 'Tool upkeep', title: '6420 Tool upkeep', active: true },
  { id: 'a3', number: '6995', name: 'Marbling', title: '6995 Marbling', active: false },
  { id: 'a4', number: '', name: 'Sundry', title: 'Sundry', active: true },
  { id: 'a5', number: '1', name: 'Sundry', title: '1 Sundry', active: true },
];
const values = ['Goatskin', 'Sharpening', 'Courier', 'Cleaning'];

describe('an account by what a person writes', () => {
  it.each([
    ['5120', 'a1'],
    [' 5120  leather ', 'a1'],
    ['tool UPKEEP', 'a2'],
    ['6420 anything after the number', 'a2'],
    ['a1', 'a1'],
    ['', undefined],
    ['6995', undefined], // closed
    ['sundry', undefined], // two have this name: never guessed
    ['999', undefined],
  ])('%s', (text, id) => expect(findAccount(text, accounts)?.id).toBe(id));
});

describe('pasting', () => {
  it('goes down from the cell with one column, and says what did not fit', () => {
    const pasted = paste('5120\r\n6420\r\n5120\r\n', 'Courier', values, accounts);
    expect(Object.keys(pasted.cells)).toEqual(['Courier', 'Cleaning']);
    expect(pasted.beyond).toBe(1);
  });

  it('matches the first of two columns whatever its case and spaces, and keeps values that never arrived', () => {
    const pasted = paste('sharpening\t6420\nGoatskin \t5120\nVellum\t5120', '', values, accounts);
    expect(pasted.cells).toEqual({
      Sharpening: { account: 'a2', text: '6420' },
      Goatskin: { account: 'a1', text: '5120' },
      Vellum: { account: 'a1', text: '5120' },
    });
    expect(pasted.added).toEqual(['Vellum']);
  });

  it('shows an unknown account and drops none', () => {
    const pasted = paste('Courier\t9999\nCleaning\t6995', '', values, accounts);
    expect(pasted.cells).toEqual({ Courier: { account: '', text: '9999' }, Cleaning: { account: '', text: '6995' } });
  });

  it('leaves a cell alone where one column has a blank line', () => {
    expect(Object.keys(paste('5120\n\n6420', 'Goatskin', values, accounts).cells)).toEqual(['Goatskin', 'Courier']);
  });
});

describe('steps', () => {
  it('undo and redo a paste as one', () => {
    const first = change(emptySheet, { Courier: cellOf('5120', accounts) });
    const second = change(first, paste('6420\n6420', 'Courier', values, accounts).cells);
    expect(undo(second).edits).toEqual(first.edits);
    expect(redo(undo(second)).edits).toEqual(second.edits);
    expect(undo(undo(undo(second))).edits).toEqual({});
  });

  it('forget what could be redone once something else is changed', () => {
    const sheet = change(undo(change(emptySheet, { Courier: cellOf('5120', accounts) })), { Cleaning: cellOf('6420', accounts) });
    expect(redo(sheet)).toBe(sheet);
  });

  it('fill down from the first over the rest, in either direction', () => {
    const cell = cellOf('5120', accounts);
    expect(Object.keys(fillDown(cell, values, 1, 3))).toEqual(['Courier', 'Cleaning']);
    expect(Object.keys(fillDown(cell, values, 2, 2))).toEqual([]);
  });
});
