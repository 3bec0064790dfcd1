import { answer, api } from '../api/client';
import { place } from '../frame/place.svelte';
import type { LeftOut } from './words';
import { year } from './year';

/** How the first payments behind a point are asked for. */
export const paymentsOf = (query: { supplier: string; place?: LeftOut; leftOut?: boolean; unsaid?: boolean }) => ({
  queryKey: [place.company, 'information-returns', year(), 'payments', query],
  queryFn: () =>
    answer(
      api.GET('/api/companies/{companyId}/information-returns/{year}/payments', {
        params: { path: { companyId: place.company, year: year() }, query },
      }),
    ),
});
