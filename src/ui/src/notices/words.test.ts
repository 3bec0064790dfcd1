import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { titleOf } from './words';

const notice = (more: Partial<Schemas['NoticeRow']>): Schemas['NoticeRow'] => ({
  kind: 'held_amount',
  subject: '',
  detail: '',
  documents: 1,
  money: '',
  day: '',
  feed: 0,
  list: '',
  seen: false,
  ...more,
});

describe('a notice', () => {
  it('says what it is about, one or several', () => {
    expect(titleOf(notice({ kind: 'held_age' }))).toBe('1 document has been held for longer than you want.');
    expect(titleOf(notice({ kind: 'held_age', documents: 2, money: '30.00' }))).toBe(
      '2 documents, 30.00 have been held for longer than you want.',
    );
    expect(titleOf(notice({ kind: 'failed', subject: 'Card issuer', feed: 3, documents: 0 }))).toBe(
      'Card issuer needs somebody.',
    );
    expect(titleOf(notice({ kind: 'failed', subject: 'schedule', detail: 'It is locked.', documents: 0 }))).toBe(
      'The scheduled dispatch did not go through: It is locked.',
    );
    expect(titleOf(notice({ kind: 'lock_nears', day: '2026-11-10', documents: 1 }))).toBe(
      'The month before is locked on 10 November 2026, and 1 document of it is not posted.',
    );
  });
});
