import type { Schemas } from '../api/client';

/** How a person ends a hold: by a mapping, by a decision on the document, or in the room of the set-up where it is decided. */
export type Remedy =
  | { readonly by: 'mapping'; readonly title: string; readonly kind: Schemas['KeyKind']; readonly value: string }
  | { readonly by: 'room'; readonly title: string; readonly view: string }
  | { readonly by: DecidedHere }
  | null;

/** What a person decides on the document itself. */
export type DecidedHere =
  | 'duplicate'
  | 'payment_account'
  | 'refused'
  | 'open_day'
  | 'convert'
  | 'balance'
  | 'supplier'
  | 'employee'
  | 'shorten'
  | 'turn'
  | 'release'
  | 'account'
  | 'dimension';

type Reason = Pick<Schemas['ReasonAnswer'], 'reason' | 'keyKind' | 'key'>;

/** The room or the decision that ends a reason where no mapping does. */
const ways: Record<Schemas['HoldKind'], Remedy> = {
  possible_duplicate: { by: 'duplicate' },
  payment_account_unmapped: { by: 'payment_account' },
  payment_account_ambiguous: { by: 'payment_account' },
  payment_account_missing: { by: 'payment_account' },
  transfer_waits: { by: 'payment_account' },
  payment_account_asked: { by: 'payment_account' },
  account_asked: { by: 'account' },
  price_moved: { by: 'room', title: 'Decide the price', view: 'prices' },
  w9_missing: { by: 'room', title: 'Enter its Form W-9, or let it go', view: 'year-end/suppliers' },
  form_impossible: { by: 'room', title: 'See the forms', view: 'set-up/choices' },
  transfer_to_itself: { by: 'room', title: 'See the accounts', view: 'mapping/payment-accounts' },
  supplier_undecided: { by: 'room', title: 'Decide it', view: 'set-up/suppliers' },
  role_missing: { by: 'room', title: 'Fill the role', view: 'set-up/accounts' },
  role_ambiguous: { by: 'room', title: 'Fill the role', view: 'set-up/accounts' },
  period_locked: { by: 'open_day' },
  dimension_missing: { by: 'dimension' },
  refused: { by: 'refused' },
  held_back: { by: 'release' },
  supplier_missing: { by: 'supplier' },
  employee_missing: { by: 'employee' },
  sign: { by: 'turn' },
  currency: { by: 'convert' },
  arithmetic: { by: 'balance' },
  text_too_long: { by: 'shorten' },
  dimension_unmapped: { by: 'dimension' },
  settlement_unmapped: null,
  mapping_broken: { by: 'account' },
  unmapped: { by: 'account' },
  tax_code_unmapped: null,
  period_end_missing: { by: 'open_day' },
  employer_item: { by: 'room', title: 'See the choices', view: 'payroll/choices' },
  identity: { by: 'room', title: 'See what is out', view: 'payroll' },
};

const pull: Remedy = { by: 'room', title: 'Pull the ledger anew', view: 'set-up/ledger' };

/** What mends a refusal, by the ledger's code. */
const refusals: Record<string, Remedy> = {
  'account-closed': pull,
  'account-unknown': pull,
  'supplier-unknown': pull,
  'period-locked': { by: 'open_day' },
  'text-too-long': { by: 'shorten' },
  currency: { by: 'convert' },
};

/** What mends the cause of a refusal, beside trying again; null for a cause that nothing here mends. */
export const mends = (reason: { reason: Schemas['HoldKind']; value: string }): Remedy =>
  reason.reason === 'refused' ? (refusals[reason.value] ?? null) : null;

const titles: Partial<Record<Schemas['HoldKind'], string>> = {
  dimension_missing: 'Fill it in for all',
  mapping_broken: 'Map it anew for all',
};

/** The mapping that ends a reason for all documents like it; null where none does. */
export const mappingOf = (reason: Reason): Extract<Remedy, { by: 'mapping' }> | null =>
  reason.keyKind
    ? { by: 'mapping', title: titles[reason.reason] ?? 'Map it for all', kind: reason.keyKind, value: reason.key }
    : null;

/** What ends a reason on the document itself, or the room where it is decided; else a mapping. */
export const remedyOf = (reason: Reason): Remedy => ways[reason.reason] ?? mappingOf(reason);
