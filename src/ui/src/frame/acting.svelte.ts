import type { QueryClient } from '@tanstack/svelte-query';
import { toast } from 'svelte-sonner';
import { Refusal } from '../api/client';

/** What a page does for a person: one thing at a time, said when it is done, with its undo, or why it was refused. */
export class Acting {
  busy = $state(false);
  refused = $state('');
  /** What somebody else saved of it in the meantime; undefined while nobody did. */
  theirs = $state.raw<unknown>(undefined);

  constructor(private readonly client: QueryClient) {}

  /**
   * Does it.
   * @param call What is done.
   * @param done What is said afterwards; nothing for what shows by itself.
   * @param more What is read anew, and what takes it back, told what the call came to.
   * @returns Whether it was done.
   */
  async run<T>(
    call: () => Promise<T>,
    done: string,
    more: { again?: unknown[]; undo?: (came: T) => void } = {},
  ): Promise<boolean> {
    if (this.busy) return false;
    this.busy = true;
    this.refused = '';
    this.theirs = undefined;
    try {
      const came = await call();
      await this.client.invalidateQueries(more.again ? { queryKey: more.again } : undefined);
      const undo = more.undo && (() => more.undo!(came));
      if (done) toast(done, undo ? { action: { label: 'Undo', onClick: undo }, duration: 10_000 } : {});
      return true;
    } catch (error) {
      if (error instanceof Refusal && error.type === 'saved-since') this.theirs = error.now;
      else this.refused = (error as Error).message;
      return false;
    } finally {
      this.busy = false;
    }
  }
}
