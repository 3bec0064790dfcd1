import { SvelteSet } from 'svelte/reactivity';

/** Which documents of a list are selected: some of those shown, or all that match, shown or not. */
export class Selecting {
  readonly ids = new SvelteSet<number>();
  all = $state(false);

  get any() {
    return this.all || this.ids.size > 0;
  }

  has = (id: number) => this.all || this.ids.has(id);

  toggle = (id: number) => {
    this.all = false;
    if (!this.ids.delete(id)) this.ids.add(id);
  };

  /** The keys of a row: Space selects it, Shift with an arrow takes the next one in. Returns whether it was one of them. */
  keys(event: KeyboardEvent, id: number, shown: readonly number[]) {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (event.key === ' ') {
      event.preventDefault();
      this.toggle(id);
    } else if (event.shiftKey && step) {
      this.all = false;
      for (const taken of [id, shown[shown.indexOf(id) + step]]) if (taken !== undefined) this.ids.add(taken);
    }
  }

  /** From the last selected row shown to this one. */
  through(id: number, shown: readonly number[]) {
    const to = shown.indexOf(id);
    const before = shown.slice(0, to).filter(this.has).at(-1);
    const anchor = before ?? shown.slice(to + 1).find(this.has) ?? id;
    const from = shown.indexOf(anchor);
    this.all = false;
    for (const s of shown.slice(Math.min(from, to), Math.max(from, to) + 1)) this.ids.add(s);
  }

  everything = () => {
    this.ids.clear();
    this.all = true;
  };

  clear = () => {
    this.ids.clear();
    this.all = false;
  };
}
