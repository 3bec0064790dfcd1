import type { QueryClient } from '@tanstack/svelte-query';
import { toast } from 'svelte-sonner';
import { answer, api, type Schemas } from '../api/client';

type DocumentAnswer = Schemas['DocumentAnswer'];
type Call = Promise<{ data?: DocumentAnswer; error?: unknown; response: Response }>;

/** The reasons for which a person sets a document aside. */
export type PersonsReason = Extract<Schemas['SetAsideKind'], 'private' | 'duplicate' | 'already_in_ledger' | 'other'>;

/** What a person puts right; what is left out stays as it stands. */
export type Edit = Partial<Schemas['DocumentEditRequest']>;

/** The document that a decision is about; its undo later is about the same one, wherever one is by then. */
export interface Here {
  readonly company: string;
  readonly document: DocumentAnswer;
  readonly key: readonly unknown[];
}

/** What a person decides about a document. Each decision can be taken back, whole. */
export class Deciding {
  refused = $state('');
  busy = $state(false);
  readonly #client: QueryClient;
  readonly #here: () => Here;

  constructor(client: QueryClient, here: () => Here) {
    this.#client = client;
    this.#here = here;
  }

  /** Puts something right; returns whether it was. */
  edit = (edit: Edit, done: string, at = this.#here()) =>
    this.#decide(
      at,
      done,
      api.PATCH('/api/companies/{companyId}/documents/{id}', {
        params: { path: path(at) },
        body: edit as Schemas['DocumentEditRequest'],
      }),
    );

  choose(line: Schemas['LineAnswer'], account: string, at = this.#here()) {
    if (line.chosenAccount === account) return;
    void this.#decide(
      at,
      account ? `Line ${line.number} goes to ${account}.` : `Line ${line.number}: choice taken back.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/lines/{line}/account', {
        params: { path: { ...path(at), line: line.number } },
        body: { account },
      }),
    );
  }

  choosePaidFrom(account: string, at = this.#here()) {
    void this.#decide(
      at,
      !account
        ? 'What the source says counts again.'
        : at.document.kind === 'transfer' && !at.document.toAccount
          ? `It arrived in ${account}.`
          : `It was paid from ${account}.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/payment-account', { params: { path: path(at) }, body: { account } }),
    );
  }

  /** Sets it aside. A private charge on a company's card posts to what its holder owes: then it was not set aside. */
  setAside = (reason: PersonsReason, note = '', at = this.#here()) =>
    this.#decide(
      at,
      (d) => (d.state === 'set_aside' ? 'Set aside.' : 'Private: whoever holds the card owes it.'),
      api.PUT('/api/companies/{companyId}/documents/{id}/set-aside', { params: { path: path(at) }, body: { reason, note } }),
    );

  takeUp = (at = this.#here()) =>
    this.#decide(
      at,
      'Reopened.',
      api.DELETE('/api/companies/{companyId}/documents/{id}/set-aside', { params: { path: path(at) } }),
    );

  notPrivate = (at = this.#here()) =>
    this.#decide(
      at,
      'Not private any more.',
      api.DELETE('/api/companies/{companyId}/documents/{id}/private', { params: { path: path(at) } }),
    );

  notDuplicate = (at = this.#here()) =>
    this.#decide(
      at,
      'Decided: no duplicate.',
      api.PUT('/api/companies/{companyId}/documents/{id}/not-duplicate', { params: { path: path(at) } }),
    );

  codeAgain = (at = this.#here()) =>
    this.#decide(at, 'Re-coded.', api.POST('/api/companies/{companyId}/documents/{id}/code', { params: { path: path(at) } }));

  keepAsPosted = (at = this.#here()) =>
    this.#decide(
      at,
      'It stays as it was posted.',
      api.PUT('/api/companies/{companyId}/documents/{id}/correction/kept', { params: { path: path(at) } }),
    );

  /** Takes a decision back: what stood before it stands again. */
  undo = (decision: number, at = this.#here()) =>
    this.#decide(
      at,
      'Taken back.',
      api.DELETE('/api/companies/{companyId}/documents/{id}/decisions/{decision}', {
        params: { path: { ...path(at), decision } },
      }),
      false,
    );

  async #decide(at: Here, done: string | ((changed: DocumentAnswer) => string), call: Call, mayUndo = true): Promise<boolean> {
    const { id, neighbours, lastDecision } = at.document;
    this.refused = '';
    this.busy = true;
    try {
      const changed = await answer(call);
      this.#client.setQueryData(at.key, { ...changed, neighbours });
      await this.#client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'document' || q.queryKey[2] !== id });
      const made = changed.lastDecision?.id;
      toast(
        typeof done === 'string' ? done : done(changed),
        mayUndo && made && made !== lastDecision?.id
          ? { action: { label: 'Undo', onClick: () => void this.undo(made, at) } }
          : undefined,
      );
      return true;
    } catch (error) {
      if (this.#here().document.id === id) this.refused = (error as Error).message;
      else toast.error((error as Error).message);
      return false;
    } finally {
      this.busy = false;
    }
  }
}

const path = (at: Here) => ({ companyId: at.company, id: at.document.id });
