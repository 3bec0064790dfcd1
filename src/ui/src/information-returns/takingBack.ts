import { answer, api } from '../api/client';
import type { Acting } from '../frame/acting.svelte';
import { place } from '../frame/place.svelte';

/** How a page takes a decision of the year end back. */
export const takingBack =
  (act: Acting) =>
  (change: number): void =>
    void act.run(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/information-returns/changes/{id}/undo', {
            params: { path: { companyId: place.company, id: change } },
          }),
        ),
      'Taken back.',
    );
