import type { Schemas } from '../api/client';
import { day, many, money, words } from '../amounts/format';
import { place } from '../frame/place.svelte';
import { unattended } from '../frame/unattended';

type Kind = Schemas['NoticeRow']['kind'];
type Notice = Schemas['NoticeRow'];

/** What one may want to hear of, as it is asked for. */
export const kinds: Record<Kind, { readonly asks: string; readonly amount?: string; readonly days?: string }> = {
  payment_account_missing: { asks: 'a charge without a payment account' },
  failed: { asks: 'a source or schedule that failed, or needs somebody' },
  held_amount: { asks: 'more money held than', amount: 'the amount' },
  held_age: { asks: 'documents held longer than', days: 'days' },
  price_moved: { asks: 'a price that moved' },
  receipt_missing: { asks: 'card charges without a receipt, from', amount: 'the amount' },
  w9_missing: { asks: 'a supplier that nears a 1099 threshold without a Form W-9' },
  role_taken: { asks: 'a role that somebody who looks after the installation gave themselves here' },
  lock_nears: { asks: 'the lock of the month before, which is done on the', days: 'of the month' },
};

const unpaid: Record<string, string> = {
  payment_account_missing: 'nothing says what was paid from',
  payment_account_unmapped: 'what it was paid from has no ledger account',
  payment_account_ambiguous: 'more than one payment account claims the number',
  payment_account_asked: 'it is asked which payment account it was',
};

/** A notice in one sentence. */
export function titleOf(n: Notice): string {
  const documents = many(n.documents, 'document');
  const sum = n.money ? `, ${money(n.money)}` : '';
  switch (n.kind) {
    case 'payment_account_missing':
      return `${documents}${sum}: ${unpaid[n.subject] ?? words(n.subject)}.`;
    case 'failed':
      return n.feed
        ? `${n.subject} ${n.detail || 'needs somebody'}.`
        : `${unattended[n.subject as Schemas['Unattended']] ?? n.subject}: ${n.detail}`;
    case 'held_amount':
      return `${money(n.money)} is held, in ${documents}.`;
    case 'held_age':
      return `${documents}${sum} ${n.documents === 1 ? 'has' : 'have'} been held for longer than you want.`;
    case 'price_moved':
      return `${many(n.documents, 'price')} moved.`;
    case 'receipt_missing':
      return `${many(n.documents, 'card charge')}${sum} ${n.documents === 1 ? 'has' : 'have'} no receipt.`;
    case 'w9_missing':
      return `${many(n.documents, 'supplier')}${sum} ${n.documents === 1 ? 'nears or reaches' : 'near or reach'} a 1099 threshold without a Form W-9.`;
    case 'role_taken':
      return `${n.subject}, who looks after the installation, gave themselves a role in this company.`;
    case 'lock_nears':
      return `The month before is locked on ${day(n.day)}, and ${documents}${sum} of it ${n.documents === 1 ? 'is' : 'are'} not posted.`;
  }
}

/** Where a notice leads. */
export function addressOf(n: Notice): string {
  if (n.list) return `/${place.company}/arrivals?${n.list}`;
  if (n.feed) return place.to(`set-up/feeds/${n.feed}`);
  if (n.kind === 'w9_missing') return place.to('year-end/suppliers', { lacking: 'yes' });
  if (n.kind === 'role_taken') return place.to('set-up/people');
  if (n.kind === 'price_moved') return place.to('prices');
  return place.to(n.subject === 'feeds' ? 'set-up/feeds' : n.subject === 'payments' ? 'year-end' : 'posting');
}
