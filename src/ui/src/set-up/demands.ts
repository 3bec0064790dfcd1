import type { Schemas } from '../api/client';
import { words } from '../amounts/format';

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

/** The dimensions to show: those that the ledger has, and any other that is wanted, so that it can be given up. */
export const dimensionsToShow = (known: readonly Schemas['DimensionAnswer'][], of: Demanded): Schemas['DimensionAnswer'][] => [
  ...known,
  ...(of ?? [])
    .filter((d) => !known.some((k) => k.dimension === d.dimension))
    .map(({ dimension }) => ({ dimension, title: words(dimension) })),
];
