import { answer, api, type Schemas } from '../api/client';
import type { Stated } from '../count/stated';
import { place } from '../frame/place.svelte';
import { following } from '../frame/underway';
import { layoutOf, LayoutDraft } from './layout.svelte';

const addresses = {
  look: '/api/companies/{companyId}/arrivals/look',
  preview: '/api/companies/{companyId}/arrivals/preview',
  take: '/api/companies/{companyId}/arrivals',
  picture: '/api/companies/{companyId}/incomplete/picture',
} as const;

/** A file on its way in: looked at, said whose it is and how it is read, shown, then taken in as a whole or not at all. */
export class Arriving {
  look = $state.raw<Schemas['LookAnswer'] | null>(null);
  shown = $state.raw<Schemas['TakeInAnswer'] | null>(null);
  taken = $state.raw<Schemas['TakeInAnswer'] | null>(null);
  source = $state('');
  paymentAccount = $state('');
  layout = $state<LayoutDraft | null>(null);
  busy = $state('');
  refused = $state('');
  /** What each source itself says that it sent, where whoever takes the file in has it before them. */
  stated = $state<Record<string, Stated>>({});
  private waits: AbortController | null = null;

  constructor(readonly file: File) {}

  /** What is to be said before it can be shown; blank for nothing. */
  get asks(): string {
    if (!this.look || this.look.problem || !this.look.form) return '';
    if (this.needsSource && !this.source.trim()) return 'Say whose file it is.';
    return this.layout && !this.shown ? this.layout.lacks : '';
  }

  /** Whether somebody must say whose it is; a pay register is its own source. */
  get needsSource(): boolean {
    return (this.look?.needsSource ?? false) && !this.layout?.register;
  }

  /** Looks at it for the first time, or as a person says that it is written. */
  async begin(written?: LayoutDraft): Promise<void> {
    await this.ask(`Looking at ${this.file.name} …`, 'look', { written: written?.written }, (look) => {
      this.look = look as Schemas['LookAnswer'];
      if (!written) [this.source, this.paymentAccount] = [this.look.source, this.look.paymentAccount];
      if (this.look.table) this.layout = layoutOf(this.look, written);
    });
    await this.show();
  }

  /** Shows what it would bring, as soon as nothing is left to be said. */
  async show(): Promise<void> {
    this.stop();
    this.shown = null;
    if (!this.look || this.look.problem || !this.look.form || this.look.form === 'picture' || this.asks) return;
    await this.ask(`Checking ${this.file.name} …`, 'preview', this.choices, (shown) => {
      this.shown = shown as Schemas['TakeInAnswer'];
      this.stated = {};
    });
  }

  /** Takes it in; records that cannot be read are held until somebody completes them. */
  async take(): Promise<boolean> {
    const hold = this.shown?.incomplete ? 'true' : undefined;
    await this.ask('Taking it in …', 'take', { ...this.choices, hold }, (taken) => {
      this.taken = taken as Schemas['TakeInAnswer'];
    });
    return this.taken !== null;
  }

  /** Begins a document from a picture; what it shows is completed by a person. */
  async beginDocument(): Promise<number | undefined> {
    let begun: number | undefined;
    await this.ask('Reading the page …', 'picture', {}, (answer) => {
      begun = (answer as Schemas['IncompleteAnswer']).id;
    });
    return begun;
  }

  /** Stops what is underway; what is being taken in goes on. */
  stop(): void {
    this.waits?.abort();
  }

  private get choices() {
    return {
      source: this.layout?.register ? '' : this.source.trim(),
      paymentAccount: this.look?.account ? this.paymentAccount.trim() : '',
      layout: this.layout?.json,
    };
  }

  // What was asked since stands above what comes later of an earlier question.
  private async ask(
    what: string,
    address: keyof typeof addresses,
    query: Record<string, string | undefined>,
    answered: (answer: unknown) => void,
  ): Promise<void> {
    const mine = new AbortController();
    const mark = crypto.randomUUID();
    const end = address === 'preview' || address === 'take' ? this.follow(what, mark) : undefined;
    [this.busy, this.refused, this.waits] = [what, '', address === 'take' ? null : mine];
    try {
      const came = await this.send(address, end === undefined ? query : { ...query, mark }, mine.signal);
      if (!mine.signal.aborted) answered(came);
    } catch (error) {
      if (!mine.signal.aborted) this.refused = (error as Error).message;
    } finally {
      end?.();
      if (!mine.signal.aborted) [this.busy, this.waits] = ['', null];
      else if (this.waits === mine) this.busy = '';
    }
  }

  // How far it is, while it takes long.
  private follow(what: string, mark: string): () => void {
    return following(
      () =>
        answer(
          api.GET('/api/companies/{companyId}/arrivals/progress', {
            params: { path: { companyId: place.company }, query: { mark } },
          }),
        ),
      (percent) => {
        if (this.busy.startsWith(what)) this.busy = `${what} ${percent}`;
      },
    );
  }

  private send(address: keyof typeof addresses, query: Record<string, string | undefined>, signal: AbortSignal) {
    return answer(
      api.POST(addresses[address], {
        params: { path: { companyId: place.company }, query: { fileName: this.file.name, ...query } },
        body: this.file as unknown as string,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { 'Content-Type': 'application/octet-stream' },
        signal,
      }),
    );
  }
}
