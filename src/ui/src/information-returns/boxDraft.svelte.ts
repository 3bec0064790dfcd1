import type { Schemas } from '../api/client';

type Box = Schemas['ReturnBox'];

/** A row as it is being written: a box, none, or nothing said. */
export interface BoxDraftRow {
  supplier: string;
  to: Box | 'none' | '';
  /** The year of which it was said before; nothing for a new row. */
  readonly since: number | null;
}

/** In which box one account counts, as it is being written for a year. */
export class BoxDraft {
  rows = $state<BoxDraftRow[]>([]);
  #account = '';
  #year = 0;
  #before = new Map<string, BoxDraftRow>();

  begin(account: Schemas['AccountBoxAnswer'], year: number) {
    [this.#account, this.#year] = [account.account, year];
    const rows = account.rows.map((r) => ({ supplier: r.supplier, to: r.box ?? ('none' as const), since: r.year }));
    this.#before = new Map(rows.map((r) => [r.supplier, { ...r }]));
    // What is for all stands last, as it decides last.
    this.rows = rows.some((r) => !r.supplier) ? rows : [...rows, { supplier: '', to: '', since: null }];
  }

  add = () => this.rows.splice(this.rows.length - 1, 0, { supplier: '', to: '', since: null });

  /** Whether a row is for all; others name a supplier. */
  isForAll = (i: number) => i === this.rows.length - 1;

  /** What saving would change. What was said of this year is taken out where nothing is said any more. */
  readonly changed = $derived.by((): Schemas['BoxRowRequest'][] =>
    this.rows
      .filter(
        (r, i) => (this.isForAll(i) || r.supplier.trim() !== '') && r.to !== (this.#before.get(r.supplier.trim())?.to ?? ''),
      )
      .filter((r) => r.to !== '' || r.since === this.#year)
      .map((r) => ({
        year: this.#year,
        account: this.#account,
        supplier: r.supplier.trim(),
        box: r.to === 'none' || r.to === '' ? null : r.to,
        isTakenOut: r.to === '',
      })),
  );
}
