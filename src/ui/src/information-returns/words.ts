import type { Schemas } from '../api/client';
import { vocabulary } from '../frame/vocabulary';

type Box = Schemas['ReturnBox'];
/** Where money stands that counts in no box. */
export type LeftOut = NonNullable<Schemas['LeftOutPlace']>;

/** The same as people say it. */
export const leftOut: Record<LeftOut, string> = {
  voided: 'voided',
  other_year: 'paid in another year',
  card_or_network: 'by card or network',
  foreign: 'foreign supplier',
  not_reportable: 'of no box',
  no_box: 'no box yet',
  exempt: 'exempt supplier',
};

/** The word of a box: NEC-1. */
export const boxWord = (box: Box): string => vocabulary().boxes.find((b) => b.box === box)?.word ?? box;

/** A box as people say it: NEC-1 nonemployee compensation. */
export const boxTitle = (box: Box): string => `${boxWord(box)} ${vocabulary().boxes.find((b) => b.box === box)?.title ?? ''}`;

/** A place as people say it. */
export const placeTitle = (place: { box?: Box | null; leftOut?: LeftOut | null }): string =>
  place.box ? boxWord(place.box) : place.leftOut ? leftOut[place.leftOut] : 'nowhere';

export const views: Record<Schemas['TallyView'], string> = {
  paid: 'All that was paid',
  reached: 'At or over the threshold',
  near: 'Near it',
  to_file: 'To be filed',
  details_missing: 'Details missing',
};

export const methods: Record<Schemas['PaymentMethod'], string> = {
  cash: 'cash',
  check: 'check',
  bank: 'bank',
  card: 'card',
  network: 'third-party network',
};

export const methodBy: Record<Schemas['MethodBy'], string> = {
  ledger: 'as the ledger says',
  payment_account: 'by what it was paid from',
  person: 'as a person says',
  nobody: 'nobody says how',
};

export const classifications: Record<NonNullable<Schemas['TaxClassification']>, string> = {
  individual: 'individual or sole proprietor',
  partnership: 'partnership',
  trust_estate: 'trust or estate',
  llc_p: 'LLC, taxed as a partnership',
  c_corporation: 'C corporation',
  s_corporation: 'S corporation',
  llc_c: 'LLC, taxed as a C corporation',
  llc_s: 'LLC, taxed as an S corporation',
  other: 'something else',
};

/** What stands between a year and its returns, and which field of a supplier mends it. */
export const points: Record<Schemas['ReadinessKind'], { readonly title: string; readonly does: string }> = {
  no_box: { title: 'No box yet', does: 'Say the box' },
  method_unknown: { title: 'Nobody says how it was paid', does: 'Say how' },
  w9: { title: 'No Form W-9', does: 'Ask for it, or enter it' },
  w9_of_exempt: { title: 'Left out as a corporation, without a Form W-9 to prove it', does: 'Ask for it, or enter it' },
  legal_name: { title: 'No legal name', does: 'Enter it' },
  name_differs: { title: 'The ledger calls it otherwise than its legal name', does: 'Look at its names' },
  address: { title: 'No address', does: 'Enter it' },
  tax_number: { title: 'No tax number', does: 'Enter it' },
  tax_number_bad: { title: 'A tax number that cannot be one', does: 'Correct it' },
  number_shared: { title: 'Its tax number is another supplier’s, too', does: 'Look at it' },
  classification: { title: 'Nothing says what it is for tax', does: 'Choose it' },
  form_contradicts: { title: 'Its name says otherwise than its classification', does: 'Look at it' },
  contradiction: { title: 'Said otherwise than follows', does: 'Look at it' },
  withheld: { title: 'Tax was withheld of what counts in no box', does: 'Say the box' },
};

export const requestHow: Record<Schemas['W9RequestHow'], string> = {
  letter: 'by letter',
  email: 'by mail',
  spoken: 'in person',
};

export const sentHow: Record<Schemas['SentHow'], string> = { post: 'by post', email: 'by mail', hand: 'by hand' };

export const forms: Record<Schemas['ReturnForm'], string> = { nec: '1099-NEC', misc: '1099-MISC' };

export const duties: Record<Schemas['ReturnDuty'], string> = {
  nec_to_recipients: 'Statements of Form 1099-NEC to recipients',
  nec_to_irs: 'Form 1099-NEC to the IRS',
  misc_to_recipients: 'Statements of Form 1099-MISC to recipients',
  misc_with_box8_or10_to_recipients: 'Statements of Form 1099-MISC with box 8 or 10 to recipients',
  misc_to_irs_on_paper: 'Form 1099-MISC to the IRS, on paper',
  misc_to_irs_electronically: 'Form 1099-MISC to the IRS, electronically',
};
