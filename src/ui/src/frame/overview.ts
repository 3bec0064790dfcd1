import { createQuery } from '@tanstack/svelte-query';
import { answer, api, type Schemas } from '../api/client';
import { place } from './place.svelte';

/** What the rail and the top show, for the period in force or for all: many views need a part of it, and ask once. */
export const overview = (period: () => string = () => '') =>
  createQuery(() => ({
    queryKey: [place.company, 'overview', period()],
    queryFn: () =>
      answer(
        api.GET('/api/companies/{companyId}/overview', {
          params: { path: { companyId: place.company }, query: { period: period() || undefined } },
        }),
      ),
    placeholderData: (before: Schemas['OverviewAnswer'] | undefined) => before,
    enabled: place.may('read'),
  }));
