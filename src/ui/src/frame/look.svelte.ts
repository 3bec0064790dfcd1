import type { DayOrder } from './days';

function kept(name: string, usual: string) {
  try {
    return localStorage.getItem(name) ?? usual;
  } catch {
    return usual;
  }
}

/** Paper or night, dense or comfortable, how days are typed, which columns lists show; kept in this browser. */
class Look {
  theme = $state(kept('theme', 'paper'));
  density = $state(kept('density', 'dense'));
  dayOrder = $state(kept('day-order', 'day') as DayOrder);
  /** The columns of lists of documents; blank for the usual ones. */
  columns = $state(kept('columns', ''));

  apply() {
    document.documentElement.dataset.theme = this.theme;
    document.documentElement.dataset.density = this.density;
    try {
      localStorage.setItem('theme', this.theme);
      localStorage.setItem('density', this.density);
      localStorage.setItem('day-order', this.dayOrder);
      localStorage.setItem('columns', this.columns);
    } catch {
      // Without storage the choice lasts as long as the page.
    }
  }
}

export const look = new Look();
