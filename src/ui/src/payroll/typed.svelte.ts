import type { Schemas } from '../api/client';

/** A pay item as it is being typed. */
export interface TypedItem {
  item: string;
  type: Schemas['PayItemType'];
  amount: string;
  agency: string;
}

/** A run of which a bureau sends totals alone, as it is being typed; the last run is its template. */
export class TypedRun {
  run = $state('');
  payDate = $state<string>('');
  periodEnd = $state<string>('');
  rows = $state<TypedItem[]>([blank()]);

  /** Begins with the pay items of another run, without their amounts. */
  like(items: readonly Schemas['PayItemAnswer'][]) {
    if (items.length > 0) this.rows = items.map((i) => ({ item: i.item, type: i.type, amount: '', agency: '' }));
  }

  add = () => this.rows.push(blank());

  /** The filled rows, as the server is asked. */
  readonly request = $derived.by(() => ({
    run: this.run,
    payDate: this.payDate,
    periodEnd: this.periodEnd || null,
    rows: this.rows.filter((r) => r.item.trim() && r.amount.trim()),
  }));

  readonly isWhole = $derived(this.request.run.trim() !== '' && this.request.payDate !== '' && this.request.rows.length > 0);
}

const blank = (): TypedItem => ({ item: '', type: 'earning', amount: '', agency: '' });
