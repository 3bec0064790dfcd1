import type { Schemas } from '../api/client';

export type Demand = Schemas['DimensionDemand'];
type Demanded = readonly Schemas['DemandText'][] | null | undefined;

/** How much a dimension may be wanted, weakest first. */
export const demands: readonly (readonly [Demand, string])[] = [
  ['optional', 'may be blank'],
  ['asked', 'is asked for'],
  ['required', 'is required'],
];

/** How much a dimension is wanted; one that is not named may be blank. */
export const demandOf = (of: Demanded, dimension: string): Demand =>
  of?.find((d) => d.dimension === dimension)?.demand ?? 'optional';

/** The same demands with one of them decided anew. */
export const withDemand = (of: Demanded, dimension: string, demand: Demand): Schemas['DemandText'][] => {
  const others = (of ?? []).filter((d) => d.dimension !== dimension);
  return demand === 'optional' ? others : [...others, { dimension, demand }];
};
