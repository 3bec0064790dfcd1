import type { Schemas } from '../api/client';

/** What a cell of the grid says: the account's id when it is known, and the text as it was typed. */
export interface Cell {
  account: string;
  text: string;
}

/** Cells that were changed, by value. */
export type Edits = Readonly<Record<string, Cell>>;

/** Edits with what can be undone and redone. Every step is a whole state, so that a step is one thing however many cells it changed. */
export interface Sheet {
  edits: Edits;
  past: readonly Edits[];
  future: readonly Edits[];
}

export const emptySheet: Sheet = { edits: {}, past: [], future: [] };

const mostSteps = 200;

/** Changes cells as one step. */
export function change(sheet: Sheet, cells: Readonly<Record<string, Cell>>): Sheet {
  if (Object.keys(cells).length === 0) return sheet;
  return { edits: { ...sheet.edits, ...cells }, past: [...sheet.past, sheet.edits].slice(-mostSteps), future: [] };
}

export function undo(sheet: Sheet): Sheet {
  const before = sheet.past.at(-1);
  return before ? { edits: before, past: sheet.past.slice(0, -1), future: [sheet.edits, ...sheet.future] } : sheet;
}

export function redo(sheet: Sheet): Sheet {
  const [after, ...future] = sheet.future;
  return after ? { edits: after, past: [...sheet.past, sheet.edits], future } : sheet;
}

type Account = Pick<Schemas['AccountAnswer'], 'id' | 'number' | 'name' | 'title' | 'active'>;

/** Finds the account that a text means: its id, number, name, or both as people say them. Blank means none. */
export function findAccount(text: string, accounts: readonly Account[]): Account | undefined {
  const wanted = fold(text);
  if (!wanted) return undefined;
  const open = accounts.filter((a) => a.active);
  return (
    open.find((a) => fold(a.id) === wanted || (a.number && fold(a.number) === wanted)) ??
    one(open.filter((a) => fold(a.name) === wanted || fold(a.title) === wanted)) ??
    one(open.filter((a) => a.number && wanted.startsWith(`${fold(a.number)} `)))
  );
}

/** The cell of a text: an unknown account keeps its text and stands out; nothing is dropped. */
export const cellOf = (text: string, accounts: readonly Account[]): Cell => ({
  account: findAccount(text, accounts)?.id ?? '',
  text: text.trim(),
});

/**
 * Cells of what was pasted from a spreadsheet. One column goes down from the given value; of two, the first names the value and the
 * second its account. Values that never arrived are kept, too: they are mapped before they come.
 */
export function paste(
  text: string,
  at: string,
  values: readonly string[],
  accounts: readonly Account[],
): { cells: Record<string, Cell>; added: string[]; beyond: number } {
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .filter((line, i, all) => line.trim() !== '' || (i < all.length - 1 && all.length > 1 && !line.includes('\t')))
    .map((line) => line.split('\t').map((cell) => cell.trim()));
  while (lines.length > 0 && lines.at(-1)!.every((c) => c === '')) lines.pop();
  const known = new Map(values.map((v) => [fold(v), v]));
  const cells: Record<string, Cell> = {};
  const added: string[] = [];
  let beyond = 0;
  if (lines.some((l) => l.length > 1)) {
    for (const [value = '', account = ''] of lines) {
      if (!value) continue;
      const spelled = known.get(fold(value)) ?? value;
      if (!known.has(fold(value))) {
        added.push(value);
        known.set(fold(value), value);
      }
      cells[spelled] = cellOf(account, accounts);
    }
  } else {
    const from = Math.max(values.indexOf(at), 0);
    lines.forEach(([account = ''], i) => {
      const value = values[from + i];
      if (value === undefined) beyond++;
      else if (account) cells[value] = cellOf(account, accounts);
    });
  }

  return { cells, added, beyond };
}

/** Fills a cell down over the values below it. */
export const fillDown = (cell: Cell, values: readonly string[], from: number, to: number): Record<string, Cell> =>
  Object.fromEntries(values.slice(Math.min(from, to) + 1, Math.max(from, to) + 1).map((v) => [v, cell]));

const fold = (text: string) => text.normalize('NFC').trim().replace(/\s+/g, ' ').toUpperCase();

const one = <T>(found: readonly T[]): T | undefined => (found.length === 1 ? found[0] : undefined);
