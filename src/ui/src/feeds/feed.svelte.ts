import type { QueryClient } from '@tanstack/svelte-query';
import { answer, api, type Schemas } from '../api/client';
import { Acting } from '../frame/acting.svelte';
import { place } from '../frame/place.svelte';

/** What a person does with one feed; each answer is the feed as it is then. */
export class FeedActing {
  readonly act: Acting;

  constructor(
    private readonly client: QueryClient,
    private readonly id: () => number,
  ) {
    this.act = new Acting(client);
  }

  get params() {
    return { path: { companyId: place.company, id: this.id() } };
  }

  private do(call: () => Promise<Schemas['FeedDetail']>, done: string, undo?: () => void) {
    return this.act.run(
      async () => this.client.setQueryData([place.company, 'feed', this.id()], await call()),
      done,
      undo ? { undo } : {},
    );
  }

  pull = (whole = false) =>
    this.do(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/feeds/{id}/pulls', {
            params: { ...this.params, query: whole ? { whole } : {} },
          }),
        ),
      whole ? 'Everything was asked for again; what is here already stayed as it was.' : 'The source was pulled.',
    );

  decide = (value: string, ours: boolean | null, was: boolean | null) =>
    this.do(
      () => answer(api.PUT('/api/companies/{companyId}/feeds/{id}/values', { params: this.params, body: { value, ours } })),
      ours === null
        ? `Nobody decides about ${value || 'those that say nothing'} any more.`
        : `${value || 'Records that say nothing'}: ${ours ? 'ours' : 'another company’s'}.`,
      ours === was ? undefined : () => void this.decide(value, was, ours),
    );

  decideOne = (id: string, ours: boolean) =>
    this.do(
      () => answer(api.PUT('/api/companies/{companyId}/feeds/{id}/waiting', { params: this.params, body: { id, ours } })),
      ours ? 'It was taken in.' : 'It is another company’s.',
    );

  schedule = (every: Schemas['PullEvery']) =>
    this.do(
      () => answer(api.PUT('/api/companies/{companyId}/feeds/{id}/schedule', { params: this.params, body: { every } })),
      'That is how often it is pulled from now on.',
    );

  takeIn = (hash: string) =>
    this.do(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/feeds/{id}/files/{hash}/take-in', {
            params: { path: { ...this.params.path, hash } },
          }),
        ),
      '',
    );

  leave = (hash: string) =>
    this.do(
      () =>
        answer(
          api.POST('/api/companies/{companyId}/feeds/{id}/files/{hash}/leave', {
            params: { path: { ...this.params.path, hash } },
          }),
        ),
      'The file was left.',
    );

  allow = () =>
    this.act.run(async () => {
      const consent = await answer(
        api.POST('/api/companies/{companyId}/feeds/consent', {
          params: { path: { companyId: place.company } },
          body: { feed: this.id(), kind: null, source: null, fromDay: null, every: null, folder: null },
        }),
      );
      window.location.href = consent.url;
    }, '');

  end = (source: string) =>
    this.act.run(
      () => answer(api.DELETE('/api/companies/{companyId}/feeds/{id}', { params: this.params })),
      `${source} delivers no more. Everything that came is kept.`,
    );
}
