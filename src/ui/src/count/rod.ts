import { size } from '../amounts/format';

/** The money of one state. */
export interface StateMoney {
  state: string;
  documents: number;
  money: string;
}

/** A bead on the rod: where it lies, and its outline. */
export interface Bead extends StateMoney {
  x: number;
  width: number;
  outline: string;
}

const gap = 3;
const least = 16;
const top = 8;
const height = 18;

/**
 * Lays the states of one source along a rod, each as wide as its money. A state with documents is never narrower than can be
 * seen and pointed at; the others give way in proportion. Set aside stands apart and is not laid.
 */
export function beads(states: StateMoney[], width: number): Bead[] {
  const laid = states.filter((s) => s.state !== 'set_aside' && s.documents > 0);
  if (laid.length === 0) return [];
  const room = width - gap * (laid.length - 1);
  const total = laid.reduce((sum, s) => sum + size(s.money), 0);
  const narrow = new Set<StateMoney>();
  let left = room;
  let money = total;
  // Each round may make others too narrow; there are at most six.
  for (let again = true; again;) {
    again = false;
    for (const s of laid) {
      if (narrow.has(s) || (money > 0 && (size(s.money) / money) * left >= least)) continue;
      narrow.add(s);
      left -= least;
      money -= size(s.money);
      again = true;
    }
  }
  let x = 0;
  return laid.map((s) => {
    const own = narrow.size === laid.length ? room / laid.length : narrow.has(s) ? least : (size(s.money) / money) * left;
    const bead = { ...s, x, width: own, outline: outline(s.state, x, own) };
    x += own + gap;
    return bead;
  });
}

// Held is notched at both ends, all others are round: told apart by shape, not by colour alone.
function outline(state: string, x: number, width: number): string {
  const [mid, bottom] = [top + height / 2, top + height];
  const end = Math.min(9, width / 2);
  if (state === 'held') {
    return `M${x} ${mid}L${x + end} ${top}H${x + width - end}L${x + width} ${mid}L${x + width - end} ${bottom}H${x + end}Z`;
  }
  return `M${x + end} ${top}H${x + width - end}A${end} ${height / 2} 0 0 1 ${x + width - end} ${bottom}H${x + end}A${end} ${height / 2} 0 0 1 ${x + end} ${top}Z`;
}
