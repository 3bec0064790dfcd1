import type { QueryClient } from '@tanstack/svelte-query';
import { answer, api, Refusal, type Schemas } from '../api/client';
import { place } from '../frame/place.svelte';

type Texts = Record<string, string>;

/** A document that a person completes: each change is kept as it is made, and answered with what is wrong and what it becomes. */
export class Completing {
  answer = $state.raw<Schemas['IncompleteAnswer'] | null>(null);
  head = $state<Texts>({});
  lines = $state<Texts[]>([]);
  proposed = $state<string[]>([]);
  refused = $state('');
  saving = $state(false);
  /** What somebody else kept of it in the meantime; nothing while nobody did. */
  theirs = $state.raw<Schemas['IncompleteAnswer'] | null>(null);
  private timer: ReturnType<typeof setTimeout> | undefined;
  private changes = 0;
  private work = Promise.resolve();

  constructor(
    private readonly client: QueryClient,
    first: Schemas['IncompleteAnswer'],
  ) {
    this.take(first);
  }

  get id(): number {
    return this.answer!.id;
  }

  /** What is wrong with a field; blank for nothing. Line 0 is the document's own. */
  wrong(line: number, column: string): string {
    return this.answer!.wrong.find((w) => w.line === line && w.column === column)?.message ?? '';
  }

  /** Whether a field was read off the picture and nobody has confirmed it. */
  isProposed(line: number, column: string): boolean {
    return this.proposed.includes(nameOf(line, column));
  }

  /** A person typed it: then it is theirs. */
  type(line: number, column: string, text: string): void {
    (line === 0 ? this.head : this.lines[line - 1]!)[column] = text;
    this.confirm([nameOf(line, column)]);
  }

  /** A person looked at what was proposed. */
  confirm(names: readonly string[] = this.proposed): void {
    this.proposed = this.proposed.filter((p) => !names.includes(p));
    this.changed();
  }

  addLine(from: Texts = {}): void {
    this.lines.push(from);
    this.changed();
  }

  removeLine(line: number): void {
    this.lines.splice(line - 1, 1);
    // What was proposed for the lines below moves up with them.
    this.proposed = this.proposed.flatMap((name) => {
      const [at, column] = name.split(':');
      if (column === undefined || Number(at) < line) return [name];
      return Number(at) === line ? [] : [nameOf(Number(at) - 1, column)];
    });
    this.changed();
  }

  /** Begins with the lines of another document, without their numbers. */
  beginWith(lines: readonly Texts[]): void {
    this.lines = lines.map((l) => Object.fromEntries(Object.entries(l).filter(([column]) => column !== 'line')));
    this.proposed = this.proposed.filter((p) => !p.includes(':'));
    this.changed();
  }

  /** Keeps what is typed a moment later, or at once. */
  changed(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), 400);
    this.changes++;
  }

  /** Keeps what is typed, after what is being kept already. */
  save(): Promise<void> {
    clearTimeout(this.timer);
    return (this.work = this.work.then(() => this.keep()));
  }

  // What is typed meanwhile is kept next.
  private async keep(): Promise<void> {
    // Until somebody chose one of two versions, what is typed stays here.
    if (this.changes === 0 || this.theirs) return;
    const kept = this.changes;
    await this.ask(() =>
      api.PUT('/api/companies/{companyId}/incomplete/{id}', {
        params: { path: { companyId: place.company, id: this.id } },
        body: { head: this.head, lines: this.lines, proposed: this.proposed, revision: this.answer!.revision },
      }),
    );
    if (!this.theirs) this.changes = Math.max(this.changes - kept, 0);
  }

  /** What is typed here, beside what somebody else kept. */
  get mine() {
    return { head: this.head, lines: this.lines };
  }

  /** Keeps what is typed here in the place of what somebody else kept. */
  keepMine(): Promise<void> {
    this.answer = this.theirs;
    this.theirs = null;
    this.changes++;
    return this.save();
  }

  /** Goes on with what somebody else kept. */
  takeTheirs(): void {
    this.changes = 0;
    this.take(this.theirs!);
    this.theirs = null;
  }

  /** Takes it in, leaves it, or takes it up again. */
  async become(what: 'take-in' | 'leave' | 'take-up'): Promise<boolean> {
    await this.save();
    if (this.refused || this.theirs) return false;
    const path = { companyId: place.company, id: this.id };
    const done = await this.ask(() =>
      what === 'take-in'
        ? api.POST('/api/companies/{companyId}/incomplete/{id}/take-in', {
            params: { path, query: { revision: this.answer!.revision } },
          })
        : api.POST(`/api/companies/{companyId}/incomplete/{id}/${what}`, { params: { path } }),
    );
    await this.client.invalidateQueries();
    return done;
  }

  private async ask(call: () => Promise<{ data?: Schemas['IncompleteAnswer']; error?: unknown; response: Response }>) {
    this.saving = true;
    this.refused = '';
    try {
      this.answer = await answer(call());
      return true;
    } catch (error) {
      if (error instanceof Refusal && error.type === 'saved-since') this.theirs = error.now as Schemas['IncompleteAnswer'];
      else this.refused = (error as Error).message;
      return false;
    } finally {
      this.saving = false;
    }
  }

  private take(answer: Schemas['IncompleteAnswer']): void {
    this.answer = answer;
    this.head = { ...answer.head };
    this.lines = answer.lines.map((l) => ({ ...l }));
    this.proposed = [...answer.proposed];
  }
}

/** What a proposed field is called: plain for the document's own, with the line before it for others. */
const nameOf = (line: number, column: string) => (line === 0 ? column : `${line}:${column}`);
