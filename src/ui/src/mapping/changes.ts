import { answer, api, type Schemas } from '../api/client';
import { many } from '../amounts/format';
import { place } from '../frame/place.svelte';

type Row = Schemas['RowRequest'];
type Changes = Schemas['ChangesRequest'];

/** A row of which nothing is said but what is given: everything else stays as it is. */
export const rowOf = (said: Pick<Row, 'kind' | 'key'> & Partial<Row>): Row => ({
  forSource: '',
  effectiveFrom: '',
  account: null,
  ledgerItem: null,
  value: null,
  group: null,
  taxCode: null,
  dimensions: null,
  recoverablePercent: null,
  remove: false,
  ...said,
});

const path = () => ({ companyId: place.company });

/** What changes of the book would do. */
export const rehearse = (body: Changes) =>
  answer(api.POST('/api/companies/{companyId}/mapping/rehearsals', { params: { path: path() }, body }));

/** Makes changes of the book as one set. */
export const saveChanges = (body: Changes) =>
  answer(api.POST('/api/companies/{companyId}/mapping/changes', { params: { path: path() }, body }));

/** What a saved change does to the documents that it touches, as the end of a sentence. */
export const codedAnew = ({ recoded, later }: Pick<Schemas['SavedAnswer'], 'recoded' | 'later'>) =>
  later > 0 ? `${many(later, 'open document')} are being re-coded.` : `${many(recoded, 'open document')} re-coded.`;

/** What taking a set back, or one of its changes, would do. */
export const rehearseUndo = (set: number, at?: number) =>
  answer(
    at === undefined
      ? api.POST('/api/companies/{companyId}/mapping/history/{set}/undo-rehearsal', { params: { path: { ...path(), set } } })
      : api.POST('/api/companies/{companyId}/mapping/history/{set}/{place}/undo-rehearsal', {
          params: { path: { ...path(), set, place: at } },
        }),
  );

/** Takes one change of a set back, by its place in it. */
export const undoOne = (set: number, at: number) =>
  answer(
    api.POST('/api/companies/{companyId}/mapping/history/{set}/{place}/undo', {
      params: { path: { ...path(), set, place: at } },
    }),
  );

/** Takes a set of changes back, whole or not at all. */
export const undoSet = (set: number) =>
  answer(api.POST('/api/companies/{companyId}/mapping/history/{set}/undo', { params: { path: { ...path(), set } } }));
