import { createQuery } from '@tanstack/svelte-query';
import { answer, api, type Schemas } from '../api/client';
import { place } from '../frame/place.svelte';

/** Departments, locations, projects, payment terms, items and tax codes of the ledger, for pickers. */
export const ledgerValues = () =>
  createQuery(() => ({
    queryKey: [place.company, 'ledger-values'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/ledger-values', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));

/** What amounts can be divided by: the usual dimensions, and the ledger's own. */
export const dimensions = () =>
  createQuery(() => ({
    queryKey: [place.company, 'dimensions'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/dimensions', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));

/** Whether an account may be offered: for the other side of an entry what is owned or owed, for the cost side no control account. */
export const isOffered = (a: Pick<Schemas['AccountAnswer'], 'kind' | 'control'>, offset: boolean) =>
  offset ? ['asset', 'liability', 'equity'].includes(a.kind) : !a.control;

/** The chart of accounts. */
export const accounts = () =>
  createQuery(() => ({
    queryKey: [place.company, 'accounts'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/accounts', { params: { path: { companyId: place.company } } })),
    staleTime: 60_000,
  }));

/** The payment accounts, and the numbers that none of them claims. */
export const paymentAccounts = () =>
  createQuery(() => ({
    queryKey: [place.company, 'payment-accounts'],
    queryFn: () =>
      answer(api.GET('/api/companies/{companyId}/payment-accounts', { params: { path: { companyId: place.company } } })),
  }));
