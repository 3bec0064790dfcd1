import type { Schemas } from '../api/client';

/** A row of the payroll mapping as it is being written. */
export interface DraftRow {
  department: string;
  employeeGroup: string;
  agency: string;
  expenseAccount: string;
  liabilityAccount: string;
  /** Whether it is saved already, so that whom it is for stays. */
  readonly stands: boolean;
  /** Whether it is for all, and so decides last. */
  readonly isForAll: boolean;
}

/** Where one pay item goes, as it is being written. */
export class MappingDraft {
  rows = $state<DraftRow[]>([]);
  item = $state('');
  #before: Schemas['PayrollRowAnswer'][] = [];

  begin(item: Schemas['MappedItemAnswer']) {
    this.item = item.item;
    this.#before = item.rows;
    this.rows = item.rows.map((r) => ({
      department: r.department,
      employeeGroup: r.group,
      agency: r.agency,
      expenseAccount: r.expense,
      liabilityAccount: r.liability,
      stands: true,
      isForAll: !r.department && !r.group && !r.agency,
    }));
    if (!this.rows.some((r) => r.isForAll)) this.rows.push(blank(true));
  }

  add = () => this.rows.splice(this.rows.length - 1, 0, blank(false));

  /** What saving would change: rows that are another, and those that go. */
  readonly changed = $derived.by(() => {
    const was = new Map(this.#before.map((r) => [keyOf(r.department, r.group, r.agency), r]));
    const now = this.rows.map((r) => ({ ...r, key: keyOf(r.department, r.employeeGroup, r.agency) }));
    const different = now.filter((r) => {
      const before = was.get(r.key);
      return r.expenseAccount !== (before?.expense ?? '') || r.liabilityAccount !== (before?.liability ?? '');
    });
    const gone = [...was].filter(([key]) => !now.some((r) => r.key === key)).map(([, r]) => r);
    return [
      ...different.map(({ department, employeeGroup, agency, expenseAccount, liabilityAccount }) => ({
        item: this.item,
        department,
        employeeGroup,
        agency,
        expenseAccount,
        liabilityAccount,
      })),
      ...gone.map((r) => ({
        item: this.item,
        department: r.department,
        employeeGroup: r.group,
        agency: r.agency,
        expenseAccount: '',
        liabilityAccount: '',
      })),
    ];
  });
}

const blank = (isForAll: boolean): DraftRow => ({
  department: '',
  employeeGroup: '',
  agency: '',
  expenseAccount: '',
  liabilityAccount: '',
  stands: false,
  isForAll,
});

const keyOf = (...parts: string[]) => parts.map((p) => p.trim().replace(/\s+/g, ' ').toUpperCase()).join('|');
