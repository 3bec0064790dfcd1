import { describe, expect, it } from 'vitest';
import { beads, type StateMoney } from './rod';

const state = (name: string, money: string, documents = 1): StateMoney => ({ state: name, documents, money });

describe('a rod', () => {
  it('gives each state a bead as wide as its money', () => {
    const [posted, proved] = beads([state('posted', '250.00'), state('proved', '750.00')], 403);
    expect(posted!.width).toBeCloseTo(100);
    expect(proved!.width).toBeCloseTo(300);
    expect(proved!.x).toBeCloseTo(103);
  });

  it('never hides a state that has documents, however little money it has', () => {
    const laid = beads([state('held', '0.01'), state('ready', '0.00'), state('proved', '1000000.00')], 390);
    expect(laid.map((b) => b.state)).toEqual(['held', 'ready', 'proved']);
    for (const bead of laid) expect(bead.width).toBeGreaterThanOrEqual(16);
  });

  it('fills the rod to its end, whatever the money', () => {
    for (const money of [
      ['1.00', '2.00', '3.00'],
      ['0.01', '0.01', '99999.99'],
      ['-5.00', '5.00', '0.00'],
      ['0.00', '0.00', '0.00'],
    ]) {
      const laid = beads([state('held', money[0]!), state('posted', money[1]!), state('proved', money[2]!)], 390);
      const last = laid.at(-1)!;
      expect(last.x + last.width).toBeCloseTo(390);
    }
  });

  it('leaves out empty states and what was set aside', () => {
    expect(beads([state('held', '0.00', 0), state('set_aside', '10.00')], 390)).toEqual([]);
  });
});
