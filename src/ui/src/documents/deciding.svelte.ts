import type { QueryClient } from '@tanstack/svelte-query';
import { toast } from 'svelte-sonner';
import { answer, api, type Schemas } from '../api/client';

type DocumentAnswer = Schemas['DocumentAnswer'];
type Call = Promise<{ data?: DocumentAnswer; error?: unknown; response: Response }>;

/** The reasons for which a person sets a document aside. */
export type PersonsReason = Extract<Schemas['SetAsideKind'], 'private' | 'duplicate' | 'already_in_ledger'>;

/** The document that a decision is about; its undo later is about the same one, wherever one is by then. */
export interface Here {
  readonly company: string;
  readonly document: DocumentAnswer;
  readonly key: readonly unknown[];
}

/** What a person decides about a document. Each decision can be taken back. */
export class Deciding {
  refused = $state('');
  readonly #client: QueryClient;
  readonly #here: () => Here;

  constructor(client: QueryClient, here: () => Here) {
    this.#client = client;
    this.#here = here;
  }

  choose(line: Schemas['LineAnswer'], account: string, at = this.#here(), isUndo = false) {
    const before = line.chosenAccount;
    if (before === account && !isUndo) return;
    void this.#decide(
      at,
      account ? `Line ${line.number} goes to ${account}.` : `Line ${line.number}: choice taken back.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/lines/{line}/account', {
        params: { path: { ...path(at), line: line.number } },
        body: { account },
      }),
      isUndo ? undefined : () => this.choose({ ...line, chosenAccount: account }, before, at, true),
    );
  }

  choosePaidFrom(account: string, at = this.#here(), before = at.document.paymentAccountChoice, isUndo = false) {
    void this.#decide(
      at,
      !account
        ? 'What the source says counts again.'
        : at.document.kind === 'transfer' && !at.document.toAccount
          ? `It arrived in ${account}.`
          : `It was paid from ${account}.`,
      api.PUT('/api/companies/{companyId}/documents/{id}/payment-account', { params: { path: path(at) }, body: { account } }),
      isUndo ? undefined : () => this.choosePaidFrom(before, at, account, true),
    );
  }

  /** Sets it aside. A private charge on a company's card posts to what its holder owes: then it was not set aside, and its undo is another. */
  async setAside(reason: PersonsReason, at = this.#here()) {
    const call = api.PUT('/api/companies/{companyId}/documents/{id}/set-aside', {
      params: { path: path(at) },
      body: { reason },
    });
    // Whatever fails is said where the decision is.
    const posts = await call.then(
      ({ data }) => data?.isPrivate ?? false,
      () => false,
    );
    await this.#decide(at, posts ? 'Private: whoever holds the card owes it.' : 'Set aside.', call, () =>
      posts ? this.notPrivate(at) : this.takeUp(at),
    );
  }

  takeUp = (at = this.#here()) =>
    this.#decide(
      at,
      'Taken up again.',
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
    this.#decide(at, 'Coded anew.', api.POST('/api/companies/{companyId}/documents/{id}/code', { params: { path: path(at) } }));

  keepAsPosted = (at = this.#here()) =>
    this.#decide(
      at,
      'It stays as it was posted.',
      api.PUT('/api/companies/{companyId}/documents/{id}/correction/kept', { params: { path: path(at) } }),
    );

  async #decide(at: Here, what: string, call: Call, undo?: () => void) {
    const { id, neighbours } = at.document;
    this.refused = '';
    try {
      const changed = await answer(call);
      this.#client.setQueryData(at.key, { ...changed, neighbours });
      await this.#client.invalidateQueries({ predicate: (q) => q.queryKey[1] !== 'document' || q.queryKey[2] !== id });
      toast(what, undo ? { action: { label: 'Undo', onClick: undo } } : undefined);
    } catch (error) {
      if (this.#here().document.id === id) this.refused = (error as Error).message;
      else toast.error((error as Error).message);
    }
  }
}

const path = (at: Here) => ({ companyId: at.company, id: at.document.id });
