import type { Schemas } from '../api/client';
import { capital, isZero, many, words } from '../amounts/format';
import { place } from '../frame/place.svelte';
import { mappingOf as remedy } from '../entries/remedies';

type Cause = Schemas['WaitingAnswer'];

// A supplier that says most of a line is no cause of its own, and a dimension may lack on lines of many values: their documents are opened,
// and each line has its way on there.
const mappingOf = (cause: Cause) => {
  if (cause.reason === 'dimension_missing') return null;
  if (cause.reason === 'payment_account_unmapped') return { kind: 'payment_account', value: cause.value };
  const mapping = remedy(cause);
  return mapping && mapping.kind !== 'supplier' ? { kind: mapping.kind, value: mapping.value } : null;
};

/** Where a cause is ended: at the mapping that ends it, in the room where it is decided, or at its documents. */
export function addressOf(cause: Cause): string {
  const mapping = mappingOf(cause);
  if (mapping) return place.to('mapping', mapping);
  if (cause.reason === 'supplier_undecided') return place.to('set-up/suppliers');
  const list = { state: 'held', reason: cause.reason, reasonValue: cause.value };
  return cause.documents === 1 ? place.to(`arrivals/${cause.firstDocument}`, list) : place.to('arrivals', list);
}

/** A cause in one line, with how many documents wait for it. */
export function titleOf(cause: Cause): string {
  const mapping = cause.reason === 'unmapped' ? mappingOf(cause) : null;
  if (mapping) return capital(`${words(mapping.kind)} “${mapping.value}” has no account: ${many(cause.documents, 'document')}`);
  if (cause.documents > 1) return `${cause.detail} ${many(cause.documents, 'document')}.`;
  return `${cause.firstTitle}: ${cause.detail.charAt(0).toLowerCase()}${cause.detail.slice(1)}`;
}

/** What there is to do about a cause. */
export const toDo: Record<Schemas['HoldKind'], string> = {
  unmapped: 'map it',
  payment_account_unmapped: 'map the account',
  settlement_unmapped: 'map the settlement',
  tax_code_unmapped: 'map the tax code',
  dimension_unmapped: 'map it',
  possible_duplicate: 'decide',
  mapping_broken: 'map anew',
  refused: 'read the refusal',
  held_back: 'release it',
  supplier_undecided: 'decide who it is',
  role_missing: 'fill the role',
  role_ambiguous: 'fill the role',
  payment_account_ambiguous: 'say which it was',
  transfer_to_itself: 'map one anew',
  transfer_waits: 'wait, or say it',
  form_impossible: 'choose a form',
  period_locked: 'choose a day',
  supplier_missing: 'name the supplier',
  employee_missing: 'name the employee',
  payment_account_missing: 'say which it was',
  account_asked: 'choose the account',
  price_moved: 'decide the price',
  w9_missing: 'ask for its Form W-9',
  payment_account_asked: 'say which it was',
  sign: 'turn it around',
  currency: 'say the amount',
  period_end_missing: 'say when it ended',
  identity: 'see what is out',
  employer_item: 'correct the register',
  arithmetic: 'balance it',
  text_too_long: 'shorten it',
  dimension_missing: 'fill it in',
};

/** What waits in other rooms: nothing of it is a document that is held. */
export const besides = (o: Schemas['OverviewAnswer']) =>
  [
    {
      key: 'incomplete',
      count: o.incomplete,
      says: `${many(o.incomplete, 'record')} that could not be read`,
      does: 'complete',
      view: 'incomplete',
    },
    { key: 'prices', count: o.pricesMoved, says: `${many(o.pricesMoved, 'price')} moved`, does: 'decide', view: 'prices' },
    {
      key: 'differences',
      count: o.differences,
      says: `${many(o.differences, 'difference')} between what was sent and what the ledger holds`,
      does: 'see what to do',
      view: 'proof',
    },
    ...o.feeds.map((f) => ({
      key: `feed ${f.id}`,
      count: 1,
      says:
        f.waiting > 0 ? `${f.source}: ${many(f.waiting, 'record')} of which nobody said whose` : `${f.source} cannot be pulled`,
      does: f.waiting > 0 ? 'say whose' : 'see why',
      view: `set-up/feeds/${f.id}`,
    })),
  ]
    .filter((line) => line.count > 0)
    .map(({ key, says, does, view }) => ({ key, says, does, money: '', to: place.to(view) }));

/** Whether what arrived is what the source itself says that it sent; so, too, where it says nothing. */
export const agreesWithSource = ({ statedDifference: apart }: Pick<Schemas['SourceAnswer'], 'statedDifference'>) =>
  !apart || (apart.documents === 0 && isZero(apart.money));
