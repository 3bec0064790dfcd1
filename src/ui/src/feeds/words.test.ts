import { describe, expect, it } from 'vitest';
import { brought } from './words';

const none = {
  id: 1,
  at: '',
  who: '',
  trouble: '',
  records: 0,
  added: 0,
  updated: 0,
  unchanged: 0,
  corrections: 0,
  pending: 0,
  cancelled: 0,
  incomplete: 0,
  waiting: 0,
  others: 0,
  refused: 0,
  money: '0.00',
  arrival: 0,
};

describe('what a pull brought', () => {
  it('names only what there is', () => {
    expect(brought({ ...none, records: 14, added: 12, pending: 1, waiting: 1 })).toBe(
      '12 new, 1 pending there, 1 to decide whose',
    );
  });
  it('says when nothing changed', () => expect(brought(none)).toBe('nothing new'));
  it('never says that nothing came when something did', () => expect(brought({ ...none, records: 2 })).toBe('2 records'));
});
