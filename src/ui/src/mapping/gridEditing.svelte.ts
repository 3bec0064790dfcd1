import type { Schemas } from '../api/client';
import { isZero, many } from '../amounts/format';
import { isOffered } from '../ledger/values';
import { rowOf } from './changes';
import { cellOf, change, emptySheet, fillDown, findAccount, paste, redo, undo, type Cell } from './grid';
import { isOffset, type KeyKind } from './kinds';

/** What the grid is about, as it comes from the server. */
export interface GridSource {
  readonly kind: KeyKind;
  readonly rows: readonly Schemas['ValueAnswer'][];
  readonly accounts: readonly Schemas['AccountAnswer'][];
  readonly keeps: boolean;
}

/** The grid while somebody works in it: what is listed, where one stands, what is typed, and what would be saved. */
export class GridEditing {
  sheet = $state.raw(emptySheet);
  text = $state('');
  only = $state(false);
  at = $state(0);
  anchor = $state(0);
  typing = $state<string | null>(null);
  option = $state(0);
  said = $state('');
  readonly #of: () => GridSource;

  constructor(of: () => GridSource) {
    this.#of = of;
  }

  readonly byValue = $derived.by(() => new Map(this.#of().rows.map((r) => [r.value, r])));
  readonly #titles = $derived.by(() => new Map(this.#of().accounts.map((a) => [a.id, a.title])));
  readonly #usable = $derived.by(() => this.#of().accounts.filter((a) => isOffered(a, isOffset(this.#of().kind))));

  /** The values in their order: pasted ones that never arrived stand first. */
  readonly list = $derived.by(() => {
    const needle = this.text.trim().toUpperCase();
    const added = Object.keys(this.sheet.edits).filter((v) => !this.byValue.has(v));
    const arrived = this.#of()
      .rows.filter((r) => !r.hidden)
      .map((r) => r.value);
    return [...added, ...arrived].filter((v) => {
      if (needle && !v.toUpperCase().includes(needle)) return false;
      const row = this.byValue.get(v);
      return !this.only || !row?.target || !isZero(row.waiting) || this.isEdited(v);
    });
  });

  /** Accounts that fit what is typed. */
  readonly options = $derived.by(() => {
    if (this.typing === null) return [];
    const needle = this.typing.trim().toLowerCase();
    return this.#usable.filter((a) => a.active && !a.hidden && a.title.toLowerCase().includes(needle)).slice(0, 8);
  });

  /** Values whose text names no account: they stay, and are not saved. */
  readonly unknown = $derived.by(() => Object.keys(this.sheet.edits).filter((v) => this.isUnknown(v)));

  /** What saving would change. */
  readonly changed = $derived.by(() =>
    Object.entries(this.sheet.edits).filter(([v, c]) => !this.isUnknown(v) && c.account !== (this.byValue.get(v)?.account ?? '')),
  );

  isEdited = (value: string) => value in this.sheet.edits;

  isUnknown(value: string) {
    const edit = this.sheet.edits[value];
    return edit !== undefined && !edit.account && edit.text !== '';
  }

  isSelected = (index: number) => index >= Math.min(this.at, this.anchor) && index <= Math.max(this.at, this.anchor);

  cell(value: string): Cell {
    const row = this.byValue.get(value);
    return this.sheet.edits[value] ?? { account: row?.account ?? '', text: row?.target ?? '' };
  }

  /** What a cell shows. */
  shown(value: string) {
    const { account, text } = this.cell(value);
    return account ? (this.#titles.get(account) ?? account) : text;
  }

  /** The changes as they are rehearsed and saved. */
  rows(from: string) {
    const kind = this.#of().kind;
    return this.changed.map(([key, c]) =>
      rowOf({
        kind,
        key,
        account: c.account,
        effectiveFrom: from,
        recoverablePercent: kind === 'tax_code' && !this.byValue.get(key)?.target ? '100' : null,
        remove: c.account === '',
      }),
    );
  }

  moveTo(index: number, select = false) {
    this.at = Math.max(Math.min(index, this.list.length - 1), 0);
    if (!select) this.anchor = this.at;
  }

  begin(letters: string) {
    if (!this.#of().keeps || this.list.length === 0) return;
    this.typing = letters;
    this.option = 0;
  }

  /** Takes what is typed: the account that is pointed at, or the one that the text names; blank takes the mapping away. */
  accept() {
    const typed = this.typing ?? '';
    const chosen = this.options[this.option] ?? findAccount(typed, this.#usable);
    const next =
      typed.trim() === ''
        ? { account: '', text: '' }
        : chosen
          ? { account: chosen.id, text: chosen.title }
          : cellOf(typed, this.#usable);
    this.typing = null;
    this.#set({ [this.list[this.at]!]: next });
  }

  clear() {
    const value = this.list[this.at];
    if (value !== undefined) this.#set({ [value]: { account: '', text: '' } });
  }

  fill() {
    if (this.list.length === 0) return;
    const [first, last] = [Math.min(this.anchor, this.at), Math.max(this.anchor, this.at)];
    this.#set(fillDown(this.cell(this.list[first]!), this.list, first, last));
  }

  paste(text: string) {
    if (!this.#of().keeps) return;
    const pasted = paste(text, this.list[this.at] ?? '', this.list, this.#usable);
    this.#set(pasted.cells);
    this.said = [
      `${many(Object.keys(pasted.cells).length, 'value')} pasted`,
      pasted.added.length > 0 ? `, ${pasted.added.length} of them not arrived yet` : '',
      pasted.beyond > 0 ? `; ${many(pasted.beyond, 'row')} beyond the end of the list` : '',
      '.',
    ].join('');
  }

  undo = () => (this.sheet = undo(this.sheet));
  redo = () => (this.sheet = redo(this.sheet));

  /** Forgets what is not saved. */
  leave() {
    this.sheet = emptySheet;
    this.said = '';
  }

  #set(cells: Record<string, Cell>) {
    if (this.#of().keeps) this.sheet = change(this.sheet, cells);
  }
}
