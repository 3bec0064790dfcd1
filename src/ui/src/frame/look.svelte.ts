import type { DayOrder } from './days';

function kept(name: string, usual: string) {
  try {
    return localStorage.getItem(name) ?? usual;
  } catch {
    return usual;
  }
}

/** Paper or night, dense or comfortable, how days are typed; kept in this browser. */
class Look {
  theme = $state(kept('theme', 'paper'));
  density = $state(kept('density', 'dense'));
  dayOrder = $state(kept('day-order', 'day') as DayOrder);

  apply() {
    document.documentElement.dataset.theme = this.theme;
    document.documentElement.dataset.density = this.density;
    try {
      localStorage.setItem('theme', this.theme);
      localStorage.setItem('density', this.density);
      localStorage.setItem('day-order', this.dayOrder);
    } catch {
      // Without storage the choice lasts as long as the page.
    }
  }
}

export const look = new Look();
