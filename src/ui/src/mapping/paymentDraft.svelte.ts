import type { Schemas } from '../api/client';
import { words } from '../amounts/format';

type Kind = Schemas['PaymentAccountKind'];

const titles: Record<Kind, string> = {
  company_card: words('company_card'),
  debit_card: words('debit_card'),
  cash: 'cash',
  gift_balance: words('gift_balance'),
  prepaid_card: words('prepaid_card'),
  personal: 'a person’s own',
};

/** The kinds of payment account, with their titles. */
export const paymentKinds = Object.entries(titles) as [Kind, string][];

export const paymentKindTitle = (kind: Kind) => titles[kind];

/** A payment account while somebody enters it. */
export class PaymentDraft {
  readonly id: number | null;
  name = $state('');
  kind = $state<Kind>('company_card');
  account = $state('');
  currency = $state('');
  holder = $state('');
  others = $state('');
  numbers = $state<{ text: string; from: string; through: string }[]>([]);
  removing = $state(false);
  confirmed = $state(false);
  /** What was read; what somebody else saved since has another. */
  revision = '';

  constructor(currency: string, of?: Schemas['PaymentAccountAnswer']) {
    this.id = of?.id ?? null;
    this.currency = of?.currency ?? currency;
    if (!of) return;
    this.revision = of.revision;
    this.name = of.name;
    this.kind = of.kind;
    this.account = of.account;
    this.holder = of.holder;
    this.others = of.otherHolders.join(', ');
    this.numbers = of.numbers.map((n) => ({ text: n.text ?? '', from: n.from ?? '', through: n.through ?? '' }));
  }

  /** Adds a number; blank to be typed. */
  claim(text = ''): this {
    this.numbers.push({ text, from: '', through: '' });
    return this;
  }

  get own() {
    return this.kind === 'personal';
  }

  /** Whether it can be saved. What a person's own card paid is owed to that person: its account may be left to the role employee payable. */
  get whole() {
    return this.name.trim() !== '' && (this.own ? this.holder.trim() !== '' : this.account !== '');
  }

  get body(): Schemas['PaymentAccountRequest'] {
    return {
      name: this.name,
      kind: this.kind,
      account: this.account,
      currency: this.currency,
      holder: this.holder,
      otherHolders: this.others
        .split(',')
        .map((h) => h.trim())
        .filter(Boolean),
      numbers: $state.snapshot(this.numbers),
      confirmed: this.confirmed,
      revision: this.revision,
    };
  }
}
