import type { QueryClient } from '@tanstack/svelte-query';
import { answer, api, type Schemas } from '../api/client';
import { Acting } from '../frame/acting.svelte';
import { place } from '../frame/place.svelte';

type Decision = Schemas['StandingText'];

/** A decision that says nothing yet. */
export const blank = (): Decision => ({
  id: 0,
  name: '',
  when: {
    source: '',
    kind: null,
    supplier: '',
    text: '',
    atLeast: '',
    atMost: '',
    merchantCode: '',
    paymentAccount: '',
    employee: '',
    fromDay: '',
  },
  then: [{ field: 'category', value: '', dimension: '' }],
  isOn: true,
});

/** The standing decisions as they would be: one is written at a time, in its place, and the whole list is saved. */
export class Standing {
  readonly act: Acting;
  /** The one that is written; null for none. */
  draft = $state<Decision | null>(null);
  /** Where it stands in the list; at the end for a new one. */
  private at = $state(0);

  constructor(
    private readonly client: QueryClient,
    private readonly saved: () => readonly Decision[],
    private readonly revision: () => string,
  ) {
    this.act = new Acting(client);
  }

  begin(decision: Decision) {
    this.draft = structuredClone($state.snapshot(decision)) as Decision;
    this.at = this.saved().length;
    if (this.draft.then.length === 0) this.draft.then = blank().then;
  }

  open(index: number) {
    const decision = this.saved()[index];
    if (!decision) return;
    this.draft = structuredClone($state.snapshot(decision)) as Decision;
    this.at = index;
  }

  leave() {
    this.draft = null;
  }

  get isNew() {
    return this.draft?.id === 0;
  }

  /** The whole list with what is written. */
  get list(): Decision[] {
    const list = [...this.saved()];
    if (this.draft) list[this.at] = $state.snapshot(this.draft) as Decision;
    return list;
  }

  save = async () => {
    if (await this.put(this.list, `${this.draft?.name ?? ''} stands from now on.`)) this.leave();
  };

  move(index: number, by: number) {
    const list = [...this.saved()];
    const [moved] = list.splice(index, 1);
    if (!moved) return;
    list.splice(index + by, 0, moved);
    void this.put(list, `${moved.name} stands at place ${index + by + 1}.`);
  }

  remove = async () => {
    const [list, name] = [this.list, this.draft?.name];
    list.splice(this.at, 1);
    if (await this.put(list, `${name} stands no more.`)) this.leave();
  };

  /** What somebody else saved in the meantime, as a list. */
  get theirs(): Decision[] | undefined {
    return (this.act.theirs as Schemas['StandingsAnswer'] | undefined)?.decisions.map((d) => d.decision);
  }

  /** Puts what is written into the list that somebody else saved: in its place, or at the end where it is new or gone there. */
  saveOverTheirs = async () => {
    const theirs = this.act.theirs as Schemas['StandingsAnswer'];
    const list = theirs.decisions.map((d) => d.decision);
    const draft = $state.snapshot(this.draft) as Decision;
    const at = list.findIndex((d) => d.id === draft.id && d.id !== 0);
    list.splice(at < 0 ? list.length : at, at < 0 ? 0 : 1, at < 0 ? { ...draft, id: 0 } : draft);
    if (await this.put(list, `${draft.name} stands from now on.`, theirs.revision)) this.leave();
  };

  /** Goes on with what somebody else saved. */
  takeTheirs = async () => {
    this.leave();
    this.act.theirs = undefined;
    await this.client.invalidateQueries();
  };

  private put(decisions: readonly Decision[], done: string, revision = this.revision()): Promise<boolean> {
    const before = [...this.saved()];
    return this.act.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/standing-decisions', {
            params: { path: { companyId: place.company } },
            body: { decisions: [...decisions], revision },
          }),
        ),
      done,
      { undo: (came) => void this.put(before, 'The standing decisions are as they were.', came.revision) },
    );
  }
}
