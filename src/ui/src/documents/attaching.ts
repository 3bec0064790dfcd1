import { answer, api } from '../api/client';
import { place } from '../frame/place.svelte';

/** Attaches a file to a document. */
export const attach = (id: number, file: File) =>
  answer(
    api.POST('/api/companies/{companyId}/documents/{id}/attachments', {
      params: { path: { companyId: place.company, id }, query: { fileName: file.name } },
      body: file as unknown as string,
      bodySerializer: (body: unknown) => body as BodyInit,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  );
