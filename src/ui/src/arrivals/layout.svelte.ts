import type { Schemas } from '../api/client';
import { types as payTypes } from '../payroll/items';
import { payItem, RegisterDraft, registerShape, type RegisterJson, type Shape } from './register.svelte';

type Table = Schemas['TableAnswer'];

/** A layout as layout.json has it; what is as usual is absent. */
interface Layout {
  columns?: Record<string, string | string[]>;
  constants?: Record<string, string>;
  date?: string;
  decimal?: string;
  group?: string;
  delimiter?: string;
  encoding?: string;
  sheet?: string;
  header_row?: number;
  amounts?: string;
  document?: string[];
  register?: RegisterJson;
}

/** What columns are usually called, for a first proposal that a person sees and may change. */
const called: [RegExp, string][] = [
  [/^(transaction |posting |booking |invoice )?date$|^day$|^datum$|^buchungstag$/i, 'document_date'],
  [/^due( date)?$/i, 'due_date'],
  [/^(net |transaction )?amount$|^net$|^betrag$|^montant$/i, 'net'],
  [/^(supplier|vendor|merchant|payee|shop|name|empfänger|bénéficiaire)$/i, 'supplier'],
  [/^(description|details|memo|text|verwendungszweck|zweck|libellé)$/i, 'description'],
  [/^category$/i, 'category'],
  [/^(reference|invoice|invoice number)$/i, 'reference'],
  [/^(id|transaction id)$/i, 'source_id'],
  [/^currency$/i, 'currency'],
  [/^(tax|vat)$/i, 'tax'],
  [/^(employee|cardholder)$/i, 'employee'],
  [/^(department|location|project|customer|item|notes)$/i, ''],
];

const amounts = ['net', 'tax', 'document_total', 'unit_price'];

/** What the columns of a table mean, while a person says it. */
export class LayoutDraft {
  /** For each column of the table, what it is for us; blank for nothing. */
  fields = $state<string[]>([]);
  date = $state('');
  decimal = $state('');
  /** The sign between groups of three digits; null for the one that stands there. */
  group = $state<string | null>(null);
  delimiter = $state(',');
  encoding = $state('utf-8');
  sheet = $state('');
  headerRow = $state(1);
  amounts = $state('as_is');
  kind = $state('');
  document = $state('');
  /** How it is a pay register; null for a table of documents. */
  register = $state<RegisterDraft | null>(null);
  /** Constants that a remembered layout has beside the kind. */
  private constants: Record<string, string> = {};

  constructor(readonly table: Table) {
    [this.delimiter, this.encoding, this.sheet, this.headerRow] = [table.delimiter, table.encoding, table.sheet, table.headerRow];
  }

  /** What is missing before it can be read; blank for nothing. */
  get lacks(): string {
    if (this.register) return this.register.lacks(this.fields) || this.lacksSigns;
    const has = (field: string) => this.fields.includes(field) || field in this.constants;
    if (!has('document_date')) return 'Point at the column that is the date.';
    if (!has('net')) return 'Point at the column that is the amount.';
    if (!has('kind') && this.amounts === 'as_is' && !this.kind) return 'Say what its rows are: the kind of document.';
    return this.lacksSigns;
  }

  private get lacksSigns(): string {
    if (this.hasDates && !this.date && this.dates.length !== 1) return 'Say how its dates are written.';
    if (!this.decimal && this.decimals.length !== 1) return 'Say which sign separates the decimals.';
    return '';
  }

  /** Whether a column is a date; a register may have none. */
  get hasDates(): boolean {
    return !this.register || this.fields.some((f) => this.dateFields.includes(f));
  }

  /** What its rows are. */
  get shape(): Shape | '' {
    return this.register?.shape ?? '';
  }

  /** Says what its rows are, with a proposal of what the columns mean then. */
  become(shape: Shape | ''): void {
    if (shape === '') {
      this.register = null;
      this.proposeDocuments();
      return;
    }
    this.register ??= this.blank();
    this.register.shape = shape;
    this.fields = this.register.propose();
  }

  /** What a column may be. */
  get offered(): string[] {
    return this.register?.fields ?? this.table.fields;
  }

  private blank = () => new RegisterDraft(this.table, Object.keys(payTypes) as Schemas['PayItemType'][]);

  private get dateFields() {
    return this.register ? ['pay_date', 'period_end'] : ['document_date', 'due_date'];
  }

  /** Whether a field is an amount. */
  isAmount = (field = ''): boolean => (this.register ? this.register.isAmount(field) : amounts.includes(field));

  /** The patterns that fit the columns that are dates. */
  get dates(): string[] {
    return this.common((c) => c.dates, this.dateFields);
  }

  /** The signs that fit the columns that are amounts. */
  get decimals(): string[] {
    return this.common((c) => c.decimals, this.register ? ['amount', payItem] : amounts);
  }

  /** The decimal sign that is chosen, or beyond doubt. */
  get decimalSign(): string {
    return this.decimal || this.decimals[0] || '.';
  }

  /** The sign that stands between groups of three digits, as it seems: a space, an apostrophe, or the other one of point and comma. */
  get groupSeen(): string {
    const signs = this.table.columns.filter((c, at) => c.group && this.isAmount(this.fields[at])).map((c) => c.group);
    return signs[0] ?? (this.decimalSign === ',' ? '.' : ',');
  }

  /** How the table is written, as layout.json. */
  get written(): string {
    return JSON.stringify(this.writing);
  }

  /** The whole of it, as layout.json; what is detected and beyond doubt is taken. */
  get json(): string {
    const columns: Record<string, string | string[]> = {};
    this.fields.forEach((field, at) => {
      if (!field || field === payItem) return;
      const name = this.table.columns[at]!.name;
      const before = columns[field];
      columns[field] = before === undefined ? name : [...(Array.isArray(before) ? before : [before]), name];
    });
    const constants = { ...this.constants, ...(this.kind && this.amounts === 'as_is' ? { kind: this.kind } : {}) };
    if (this.register)
      return JSON.stringify({
        columns,
        constants: this.register.constants(this.fields),
        ...this.signs,
        ...this.writing,
        register: this.register.json(this.fields),
      });
    return JSON.stringify({
      columns,
      ...(Object.keys(constants).length ? { constants } : {}),
      ...this.signs,
      ...this.writing,
      amounts: this.amounts,
      ...(this.document && this.amounts === 'as_is' ? { document: [this.document] } : {}),
    });
  }

  private get signs() {
    return {
      date: this.date || this.dates[0] || 'yyyy-MM-dd',
      decimal: this.decimalSign,
      group: this.group ?? this.groupSeen,
    };
  }

  private get writing() {
    return {
      delimiter: this.delimiter,
      encoding: this.encoding,
      ...(this.sheet ? { sheet: this.sheet } : {}),
      header_row: this.headerRow,
    };
  }

  /** Takes a remembered layout over. */
  remember(json: string): void {
    const layout = JSON.parse(json) as Layout;
    const theirs = Object.entries(layout.columns ?? {}).flatMap(([ours, names]) =>
      (Array.isArray(names) ? names : [names]).map((name) => [name.toLowerCase(), ours] as const),
    );
    if (layout.register) this.register = this.blank();
    const of = new Map([...theirs, ...Object.entries(this.register?.remember(layout.register!) ?? {})]);
    this.fields = this.table.columns.map((c) => of.get(c.name.toLowerCase()) ?? '');
    [this.date, this.decimal, this.group] = [layout.date ?? 'yyyy-MM-dd', layout.decimal ?? '.', layout.group ?? ''];
    const { kind = '', ...rest } = layout.constants ?? {};
    [this.amounts, this.kind, this.constants] = [layout.amounts ?? 'as_is', kind, rest];
    this.document = layout.document?.[0] ?? '';
  }

  /** Proposes what columns mean by what they are called and what stands in them; each field once. */
  propose(): void {
    const shape = registerShape(this.table.columns.map((c) => c.name));
    if (shape) this.become(shape);
    else this.proposeDocuments();
  }

  private proposeDocuments(): void {
    const known = new Set(this.table.fields);
    const used = new Set<string>();
    this.fields = this.table.columns.map((c) => {
      const name = c.name.trim();
      const field = called.find(([pattern]) => pattern.test(name))?.[1] ?? '';
      const chosen = field || (known.has(name.toLowerCase()) ? name.toLowerCase() : '');
      if (!chosen || used.has(chosen)) return '';
      used.add(chosen);
      return chosen;
    });
    const net = this.fields.indexOf('net');
    if (net >= 0 && this.table.columns[net]!.isNegative) this.amounts = 'charges_negative';
  }

  /** Goes on with what a person said before they said that it is written otherwise. */
  goOn(before: LayoutDraft): void {
    this.sheet = before.sheet;
    const names = (of: LayoutDraft) => of.table.columns.map((c) => c.name).join('\n');
    if (names(this) !== names(before)) return;
    if (before.register) (this.register = this.blank()).goOn(before.register);
    else this.register = null;
    this.fields = [...before.fields];
    [this.date, this.decimal, this.group] = [before.date, before.decimal, before.group];
    [this.amounts, this.kind, this.document, this.constants] = [before.amounts, before.kind, before.document, before.constants];
  }

  private common(of: (column: Table['columns'][number]) => string[], fields: string[]): string[] {
    const columns = this.table.columns.filter((_, at) => fields.includes(this.fields[at] ?? ''));
    if (columns.length === 0) return [];
    return columns.map(of).reduce((left, right) => left.filter((p) => right.includes(p)));
  }
}

/** The layout that a look leads to: the remembered one, the one being made, or a proposal. */
export function layoutOf(look: Schemas['LookAnswer'], before?: LayoutDraft): LayoutDraft {
  const draft = new LayoutDraft(look.table!);
  if (look.layout) draft.remember(look.layout);
  else draft.propose();
  if (before) draft.goOn(before);
  return draft;
}
