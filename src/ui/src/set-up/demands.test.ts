import { describe, expect, it } from 'vitest';
import { demandOf, dimensionsToShow, withDemand } from './demands';

describe('how much a dimension is wanted', () => {
  it('is optional where nothing is said, and saying so takes the demand away', () => {
    const some = withDemand(null, 'department', 'required');
    expect([demandOf(some, 'department'), demandOf(some, 'season'), demandOf(null, 'season')]).toEqual([
      'required',
      'optional',
      'optional',
    ]);
    expect(withDemand(withDemand(some, 'season', 'asked'), 'department', 'optional')).toEqual([
      { dimension: 'season', demand: 'asked' },
    ]);
  });

  it('shows what the ledger has, and what is wanted though it has not, so that it can be given up', () => {
    const known = [{ dimension: 'department', title: 'department' }];
    expect(dimensionsToShow(known, withDemand(null, 'cost_centre', 'asked')).map((d) => d.title)).toEqual([
      'department',
      'cost centre',
    ]);
    expect(dimensionsToShow(known, withDemand(null, 'department', 'asked'))).toEqual(known);
  });
});
