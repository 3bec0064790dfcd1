import { router } from 'svelte-spa-router';
import type { Schemas } from '../api/client';

/** Where the company stands in an address that belongs to none. */
const nowhere = '-';

/** Where one is: the company and the period of the address, who is signed in, and what that person may do here. */
class Place {
  session = $state.raw<Schemas['SessionAnswer'] | null>(null);

  get company(): string {
    return router.location.split('/')[1] || this.session?.companies[0]?.id || nowhere;
  }

  /** The company's day; outside of any, the server's. */
  get today(): string {
    return this.mine?.today ?? this.session?.today ?? new Date().toISOString().slice(0, 10);
  }

  get query(): URLSearchParams {
    return new URLSearchParams(router.querystring ?? '');
  }

  get period(): string {
    return this.query.get('period') ?? '';
  }

  private get mine() {
    return this.session?.companies.find((c) => c.id === this.company);
  }

  get role(): Schemas['Role'] | '' {
    return this.mine?.role ?? '';
  }

  /** Where one begins: the count of the first company whose books one may read, or what is open without any. */
  get home(): string {
    const first = this.session?.companies[0];
    if (first) return `/${first.id}/count`;
    return `/${nowhere}/${this.session?.administers ? 'installation' : 'own'}`;
  }

  /** Whether this person has a right in this company, as the server says. */
  may(right: Schemas['Right']): boolean {
    return this.mine?.rights.includes(right) ?? false;
  }

  /** Whether this person may change anything in this company. */
  get keeps(): boolean {
    return this.may('bookkeep');
  }

  /** Whether this person decides for the company. */
  get administers(): boolean {
    return this.may('administer');
  }

  /** The address of a view, with the period in force. */
  to(view: string, parameters: Record<string, string | number | null | undefined> = {}): string {
    const query = new URLSearchParams();
    if (this.period) query.set('period', this.period);
    for (const [name, value] of Object.entries(parameters)) {
      if (value === null || value === undefined || value === '') query.delete(name);
      else query.set(name, String(value));
    }
    const text = query.toString();
    return `/${this.company}/${view}${text ? `?${text}` : ''}`;
  }

  /** The same for an anchor. */
  href(view: string, parameters: Record<string, string | number | null | undefined> = {}): string {
    return `#${this.to(view, parameters)}`;
  }
}

export const place = new Place();
