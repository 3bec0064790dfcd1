import type { Schemas } from '../api/client';

type Table = Schemas['TableAnswer'];
type Type = Schemas['PayItemType'];

/** How a table is a pay register: a row a pay item, or a row an employee with a column a pay item. */
export type Shape = 'long' | 'wide';

/** What a column of pay items is for us, beside the register's own columns. */
export const payItem = 'pay_item';

/** What a pay item of each employee is. */
export interface PayColumn {
  item: string;
  type: Type;
  agency: string;
}

/** What layout.json says of a register. */
export interface RegisterJson {
  items?: { column: string; item: string; type: Type; agency: string }[];
  types?: Record<string, Type>;
  total_row?: string;
}

/** What columns of registers are usually called. */
const called: [RegExp, string][] = [
  [/^(run|pay ?run|payroll|batch|run id|check date id)$/i, 'run'],
  [/^(pay ?date|paid on|check date|payment date)$/i, 'pay_date'],
  [/^(period end(ing)?|period to|pay period end)$/i, 'period_end'],
  [/^(employee( name)?|name|staff)$/i, 'employee'],
  [/^(department|dept\.?|cost cent(er|re))$/i, 'department'],
  [/^(group|employee group|class)$/i, 'employee_group'],
  [/^(pay item|item|code|pay code|description)$/i, 'item'],
  [/^(type|kind|item type)$/i, 'type'],
  [/^(amount|value)$/i, 'amount'],
  [/^(agency|paid to|payee)$/i, 'agency'],
];

/** What pay items usually are, by what they are called: a first proposal that a person sees and may change. */
const usual: [RegExp, Type][] = [
  [/^net( pay| wages?| amount)?$|take.?home/i, 'net_pay'],
  [/^gross( pay| wages)?$/i, 'earning'],
  [/fee|service charge/i, 'fee'],
  [/(employer|company).*(tax|social|medicare|unemployment)|^er .*tax|unemployment/i, 'employer_tax'],
  [/employer|company|^er /i, 'employer_contribution'],
  [/tax|withh|social security|medicare|insurance/i, 'employee_tax'],
  [/reimburs|mileage|expenses/i, 'reimbursement'],
  [/in kind|non.?cash|fringe/i, 'noncash'],
  [/retirement|pension|deduct|garnish|dues|advance|repaid|plan/i, 'employee_deduction'],
];

/** What a pay item usually is. */
export const usualType = (name: string): Type => usual.find(([pattern]) => pattern.test(name))?.[1] ?? 'earning';

/** Whether a table of these columns looks like a pay register: it names employees, and pay items in rows or in columns. */
export function registerShape(columns: readonly string[]): Shape | null {
  const is = (field: string) => columns.some((c) => called.some(([pattern, of]) => of === field && pattern.test(c.trim())));
  const hasNet = columns.some((c) => usualType(c.trim()) === 'net_pay');
  if (!is('employee')) return null;
  if (hasNet) return 'wide';
  return is('item') && is('amount') && (is('pay_date') || is('run')) ? 'long' : null;
}

/** What makes a table a pay register, while a person says it. */
export class RegisterDraft {
  shape = $state<Shape>('long');
  /** For each column that is a pay item, which. */
  items = $state<Record<number, PayColumn>>({});
  /** What the words of the table for types are. */
  types = $state<Record<string, Type>>({});
  totalRow = $state('');
  /** What is said of the whole table where no column says it. */
  said = $state<Record<string, string>>({ run: '', pay_date: '', period_end: '' });

  constructor(
    private readonly table: Table,
    private readonly known: readonly Type[],
  ) {}

  /** What a column may be. */
  get fields(): string[] {
    const ofItems = ['item', 'type', 'amount', 'agency'];
    return this.shape === 'long'
      ? this.table.registerFields
      : [...this.table.registerFields.filter((f) => !ofItems.includes(f)), payItem];
  }

  /** The words for types that are none of ours: of the column of types, or of pay items where there is none. */
  words(fields: readonly string[]): string[] {
    if (this.shape === 'wide') return [];
    const at = fields.includes('type') ? fields.indexOf('type') : fields.indexOf('item');
    const isOurs = (text: string) => (this.known as readonly string[]).includes(text.toLowerCase());
    return at < 0 ? [] : this.table.columns[at]!.values.filter((v) => !isOurs(v));
  }

  /** What a word for a type is, as said or as usual. */
  typeOf = (word: string): Type => this.types[word] ?? usualType(word);

  /** What a column of pay items is, as said or as usual. */
  itemOf = (at: number): PayColumn =>
    this.items[at] ?? { item: this.table.columns[at]!.name, type: usualType(this.table.columns[at]!.name), agency: '' };

  /** What is missing; blank for nothing. */
  lacks(fields: readonly string[]): string {
    const has = (field: string) => fields.includes(field);
    if (!has('employee')) return 'Point at the column that names the employee.';
    if (this.shape === 'wide' && !has(payItem)) return 'Point at the columns that are pay items.';
    if (this.shape === 'long' && !has('item')) return 'Point at the column that names the pay item.';
    if (this.shape === 'long' && !has('amount')) return 'Point at the column that is the amount.';
    return has('pay_date') || this.said.pay_date ? '' : 'Point at the pay date, or say it for the whole table.';
  }

  /** Whether a field is read as an amount. */
  isAmount = (field: string) => field === 'amount' || field === payItem;

  /** What layout.json says of it. */
  json(fields: readonly string[]): RegisterJson {
    const total = this.totalRow ? { total_row: this.totalRow } : {};
    if (this.shape === 'long') return { types: Object.fromEntries(this.words(fields).map((w) => [w, this.typeOf(w)])), ...total };
    const items = fields.flatMap((f, at) =>
      f === payItem ? [{ column: this.table.columns[at]!.name, ...this.itemOf(at) }] : [],
    );
    return { items, ...total };
  }

  /** What is said of the whole table. */
  constants(fields: readonly string[]): Record<string, string> {
    return Object.fromEntries(Object.entries(this.said).filter(([name, text]) => text && !fields.includes(name)));
  }

  /** Takes a remembered layout over; what each column is for us. */
  remember(json: RegisterJson): Record<string, string> {
    this.shape = json.items?.length ? 'wide' : 'long';
    [this.types, this.totalRow] = [json.types ?? {}, json.total_row ?? ''];
    const columns: Record<string, string> = {};
    for (const { column, ...of } of json.items ?? []) {
      const at = this.table.columns.findIndex((c) => c.name.toLowerCase() === column.toLowerCase());
      if (at < 0) continue;
      this.items[at] = of;
      columns[column.toLowerCase()] = payItem;
    }
    return columns;
  }

  /** Proposes what columns mean: each field of the register once, every other column of numbers a pay item where a row is an employee. */
  propose(): string[] {
    const used = new Set<string>();
    return this.table.columns.map((c) => {
      const name = c.name.trim();
      const field =
        called.find(([pattern]) => pattern.test(name))?.[1] ??
        (this.table.registerFields.includes(name.toLowerCase()) ? name.toLowerCase() : '');
      if (this.fields.includes(field) && field && !used.has(field)) {
        used.add(field);
        return field;
      }
      return this.shape === 'wide' && c.decimals.length > 0 && !/total|hours|rate/i.test(name) ? payItem : '';
    });
  }

  /** Goes on with what a person said before. */
  goOn(before: RegisterDraft): void {
    [this.shape, this.items, this.types] = [before.shape, before.items, before.types];
    [this.totalRow, this.said] = [before.totalRow, before.said];
  }
}
