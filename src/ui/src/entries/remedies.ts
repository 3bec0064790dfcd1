import type { Schemas } from '../api/client';

/** How a person ends a hold: by a mapping, by a decision on the document, or in the room of the set-up where it is decided. */
export type Remedy =
  | { readonly by: 'mapping'; readonly title: string; readonly kind: Schemas['KeyKind']; readonly value: string }
  | { readonly by: 'room'; readonly title: string; readonly view: string }
  | { readonly by: 'duplicate' | 'payment_account' | 'code_again' }
  | null;

type Reason = Pick<Schemas['ReasonAnswer'], 'reason' | 'keyKind' | 'key'>;

/** The room or the decision that ends a reason where no mapping does. */
const ways: Record<Schemas['HoldKind'], Remedy> = {
  possible_duplicate: { by: 'duplicate' },
  payment_account_unmapped: { by: 'payment_account' },
  payment_account_ambiguous: { by: 'payment_account' },
  payment_account_missing: { by: 'payment_account' },
  transfer_waits: { by: 'payment_account' },
  form_impossible: { by: 'room', title: 'See the forms', view: 'set-up/choices' },
  transfer_to_itself: { by: 'room', title: 'See the accounts', view: 'mapping/payment-accounts' },
  supplier_undecided: { by: 'room', title: 'Decide it', view: 'set-up/suppliers' },
  role_missing: { by: 'room', title: 'Fill the role', view: 'set-up/accounts' },
  role_ambiguous: { by: 'room', title: 'Fill the role', view: 'set-up/accounts' },
  period_locked: { by: 'room', title: 'See the lock', view: 'set-up/choices' },
  dimension_missing: null,
  refused: { by: 'code_again' },
  supplier_missing: null,
  employee_missing: null,
  sign: null,
  currency: null,
  arithmetic: null,
  text_too_long: null,
  dimension_unmapped: null,
  settlement_unmapped: null,
  mapping_broken: { by: 'room', title: 'See the book', view: 'mapping/book' },
  unmapped: null,
  tax_code_unmapped: null,
};

const titles: Partial<Record<Schemas['HoldKind'], string>> = {
  unmapped: 'Map it for all',
  dimension_missing: 'Fill it in for all',
};

/** What ends a reason; null where the source has to send the document anew. */
export function remedyOf(reason: Reason): Remedy {
  const way = ways[reason.reason];
  if (way || !reason.keyKind) return way;
  return {
    by: 'mapping',
    title: titles[reason.reason] ?? 'Map it',
    kind: reason.keyKind,
    value: reason.key,
  };
}
