import type { Schemas } from '../api/client';
import { rowOf } from './changes';
import type { KeyKind } from './kinds';

type Row = Schemas['RowRequest'];

/** What a row says; two rows that say the same are the same, however they were typed. */
export const factsOf = (r: Row) =>
  JSON.stringify([
    r.account,
    r.ledgerItem,
    r.value,
    r.group,
    r.taxCode,
    Object.entries(r.dimensions ?? {})
      .filter(([, value]) => value !== '')
      .sort(([a], [b]) => (a < b ? -1 : 1)),
    r.recoverablePercent,
    r.effectiveFrom,
    r.forSource,
  ]);

/** The row that is in force for every source; the first one where none is. */
export const inForce = (rows: readonly Schemas['RowAnswer'][]) => rows.find((r) => r.inForce && !r.forSource) ?? rows[0];

/** The row of a value while somebody edits it: what it began with, and whether it says anything else by now. */
export class RowEditing {
  row = $state(rowOf({ kind: 'category', key: '' }));
  confirmed = $state(false);
  refused = $state('');
  private begun = $state('');
  private isNew = $state(false);

  /** Begins anew with what is in force. */
  begin(kind: KeyKind, key: string, rows: readonly Schemas['RowAnswer'][]) {
    const current = inForce(rows);
    this.row = rowOf({
      kind,
      key,
      account: current?.account ?? '',
      ledgerItem: current?.ledgerItem ?? '',
      value: current?.value ?? '',
      group: current?.group ?? '',
      taxCode: current?.taxCode ?? '',
      dimensions: { ...current?.dimensions },
      recoverablePercent: kind === 'tax_code' ? (current?.percent ?? '100') : null,
    });
    this.begun = factsOf(this.row);
    this.isNew = rows.length === 0;
    this.confirmed = false;
    this.refused = '';
  }

  /** Fills a dimension in; blank clears it. */
  fill(dimension: string, value: string) {
    this.row.dimensions = { ...this.row.dimensions, [dimension]: value };
  }

  /** What it says by now. */
  get facts() {
    return factsOf(this.row);
  }

  /** Whether saving would change anything. A tax code is mapped by its percentage alone. */
  get differs() {
    const says = Boolean(this.row.account || this.row.value || this.row.group) || this.row.kind === 'tax_code';
    return this.row.key !== '' && says && (this.facts !== this.begun || (this.row.kind === 'tax_code' && this.isNew));
  }
}
