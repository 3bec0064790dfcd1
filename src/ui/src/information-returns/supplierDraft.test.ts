import { describe, expect, it } from 'vitest';
import { SupplierDraft } from './supplierDraft.svelte';

const day = (text: string) => (/^\d{4}-\d{2}-\d{2}$/.test(text) ? text : null);

describe('what is typed of a supplier', () => {
  it('sends a number only where one was typed, and takes it out with a dash', () => {
    const draft = new SupplierDraft();
    expect(draft.isChanged).toBe(false);
    draft.begin({ ...draft.text, legalName: 'Tamsin Arkley' });
    expect(draft.isChanged).toBe(false);
    expect(draft.request.number).toBeNull();
    draft.number = ' 12-3456789 ';
    expect(draft.isChanged).toBe(true);
    expect(draft.request.number).toBe('12-3456789');
    draft.number = '-';
    expect(draft.request.number).toBe('');
  });

  it('goes on from what it became by what was done beside it, and keeps what is typed', () => {
    const draft = new SupplierDraft();
    draft.begin({ ...draft.text, legalName: 'Tamsin', revision: 'a' });
    draft.text.email = 'tamsin@arkley.example';
    draft.follow({ ...draft.text, email: '', legalName: 'Tamsin', w9Received: '2026-11-20', revision: 'b' });
    expect(draft.request).toMatchObject({ email: 'tamsin@arkley.example', w9Received: '2026-11-20', revision: 'b' });
    expect(draft.isChanged).toBe(true);
    draft.text.email = '';
    expect(draft.isChanged).toBe(false);
  });

  it('takes over what the fields of a form say, and leaves the rest', () => {
    const draft = new SupplierDraft();
    draft.begin({ ...draft.text, email: 'tamsin@arkley.example', businessName: 'Arkley Classes' });
    draft.take(
      [
        { name: 'line1', value: 'Tamsin Arkley' },
        { name: 'line2', value: '' },
        { name: 'box1', value: 'yes' },
        { name: 'ssn', value: '123 45 6789' },
        { name: 'date', value: '2026-11-18' },
      ],
      [
        { detail: 'legal_name', field: 'line1' },
        { detail: 'business_name', field: 'line2' },
        { detail: 'individual', field: 'box1' },
        { detail: 'ssn', field: 'ssn' },
        { detail: 'signed_on', field: 'date' },
      ],
      day,
    );
    expect(draft.text).toMatchObject({
      legalName: 'Tamsin Arkley',
      businessName: 'Arkley Classes',
      classification: 'individual',
      numberKind: 'ssn',
      w9Dated: '2026-11-18',
      email: 'tamsin@arkley.example',
      w9IsSigned: false,
    });
    expect(draft.number).toBe('123456789');
  });

  it('knows how a limited liability company is taxed by its letter', () => {
    const draft = new SupplierDraft();
    draft.begin(draft.text);
    draft.take([{ name: 'llc', value: 's' }], [{ detail: 'llc_letter', field: 'llc' }], day);
    expect(draft.text.classification).toBe('llc_s');
  });
});
