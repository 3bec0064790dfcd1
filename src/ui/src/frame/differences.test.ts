import { describe, expect, it } from 'vitest';
import { differences } from './differences';

describe('two versions', () => {
  it('differ where one says something else, in words and places', () => {
    const mine = {
      legalName: 'Tamsin Arkley',
      isAgent: true,
      when: { atLeast: '5.00' },
      lines: [{ net: '1' }, { net: '2' }],
      revision: 'a',
    };
    const theirs = { legalName: 'T. Arkley', isAgent: false, when: { atLeast: '' }, lines: [{ net: '1' }], revision: 'b' };
    expect(differences(mine, theirs)).toEqual([
      { field: 'legal name', mine: 'Tamsin Arkley', theirs: 'T. Arkley' },
      { field: 'is agent', mine: 'yes', theirs: 'no' },
      { field: 'when, at least', mine: '5.00', theirs: '' },
      { field: 'lines, 2, net', mine: '2', theirs: '' },
    ]);
  });

  it('are alike where nothing and blank stand for the same', () => {
    expect(differences({ name: '', day: null }, { day: '' })).toEqual([]);
  });
});
