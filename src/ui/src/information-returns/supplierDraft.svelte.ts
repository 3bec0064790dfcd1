import type { Schemas } from '../api/client';

type Text = Schemas['SupplierText'];
type Detail = Schemas['W9Detail'];

const boxes: Partial<Record<Detail, Schemas['TaxClassification']>> = {
  individual: 'individual',
  c_corporation: 'c_corporation',
  s_corporation: 's_corporation',
  partnership: 'partnership',
  trust_estate: 'trust_estate',
};
const letters: Record<string, Schemas['TaxClassification']> = { C: 'llc_c', S: 'llc_s', P: 'llc_p' };

/** What is typed of a supplier, with what a Form W-9 that was attached says. */
export class SupplierDraft {
  text = $state<Text>(blank());
  number = $state('');
  #before = JSON.stringify(blank());

  begin(details: Text) {
    this.text = { ...details };
    this.number = '';
    this.#before = JSON.stringify(details);
  }

  /** Goes on from what it became by one's own doing beside it: what is typed stays, the rest follows. */
  follow(details: Text) {
    const before = JSON.parse(this.#before) as Text;
    const same = (key: keyof Text) => JSON.stringify(this.text[key]) === JSON.stringify(before[key]);
    this.text = Object.fromEntries(
      (Object.keys(details) as (keyof Text)[]).map((key) => [key, same(key) ? details[key] : this.text[key]]),
    ) as Text;
    this.#before = JSON.stringify(details);
  }

  readonly isChanged = $derived.by(() => this.number.trim() !== '' || JSON.stringify(this.text) !== this.#before);

  /** What is sent: a number only where one was typed. */
  readonly request = $derived.by((): Text => ({
    ...this.text,
    number: this.number.trim() === '' ? null : this.number.trim() === '-' ? '' : this.number.trim(),
  }));

  /** Takes over what the fields of a form say, where a person pointed at them. */
  take(fields: readonly Schemas['FormField'][], layout: readonly Schemas['W9Pointer'][], day: (text: string) => string | null) {
    const value = new Map(
      layout
        .map((p) => [p.detail, fields.find((f) => f.name === p.field)?.value.trim() ?? ''] as const)
        .filter(([, v]) => v !== ''),
    );
    const put = <K extends keyof Text>(key: K, said: Text[K] | undefined) => {
      if (said !== undefined) this.text[key] = said;
    };
    put('legalName', value.get('legal_name'));
    put('businessName', value.get('business_name'));
    put('address', value.get('address'));
    put('town', value.get('town'));
    const code = /\d+/.exec(value.get('exempt_code') ?? '');
    if (code) put('exemptCode', Number(code[0]));
    for (const [detail, classification] of Object.entries(boxes))
      if (value.has(detail as Detail)) put('classification', classification);
    const letter = letters[(value.get('llc_letter') ?? '').toUpperCase()];
    if (letter) put('classification', letter);
    const [ein, ssn] = [value.get('ein'), value.get('ssn')];
    if (ein || ssn) {
      this.number = (ein ?? ssn)!.replace(/[^\d-]/g, '');
      put('numberKind', ein ? 'ein' : this.number.startsWith('9') ? 'itin' : 'ssn');
    }
    const signed = day(value.get('signed_on') ?? '');
    if (signed) put('w9Dated', signed);
  }
}

const blank = (): Text => ({
  legalName: '',
  businessName: '',
  classification: null,
  exemptCode: null,
  numberKind: null,
  number: null,
  address: '',
  town: '',
  email: '',
  isAttorney: false,
  isAgent: false,
  isForeign: false,
  hasW8: false,
  reportable: null,
  reportableReason: '',
  nameIsRight: false,
  billsMayGo: false,
  w9Received: '',
  w9IsSigned: false,
  w9Dated: '',
  revision: '',
});
