import { createQuery } from '@tanstack/svelte-query';
import { answer, api } from '../api/client';
import { place } from '../frame/place.svelte';

/** Departments, locations, projects, payment terms, items and tax codes of the ledger, for pickers. */
export const ledgerValues = () =>
  createQuery(() => ({
    queryKey: [place.company, 'ledger-values'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/ledger-values', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));

/** The chart of accounts. */
export const accounts = () =>
  createQuery(() => ({
    queryKey: [place.company, 'accounts'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/accounts', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));
