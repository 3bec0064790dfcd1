import type { Schemas } from '../api/client';

/** What the forms are called. */
export const forms: Record<Schemas['ArrivalForm'], string> = {
  documents_file: 'documents file',
  register: 'pay register',
  ofx: 'OFX statement',
  camt: 'camt.053 statement',
  e_invoice: 'e-invoice',
  pdf_invoice: 'PDF with an e-invoice',
  table: 'table',
  picture: 'picture',
  typed: 'typed',
  feed: 'pull of a feed',
};

/** Why a record is no document, as people say it. */
export const skips: Record<Schemas['SkipReason'], string> = {
  pending: 'not settled yet',
  zero: 'no amount',
  incoming: 'money received',
};
