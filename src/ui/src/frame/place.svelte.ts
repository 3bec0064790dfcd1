import { router } from 'svelte-spa-router';
import type { Schemas } from '../api/client';

/** Where one is: the company and the period of the address, and who is signed in. */
class Place {
  session = $state<Schemas['SessionAnswer'] | null>(null);

  get company(): string {
    return router.location.split('/')[1] || this.session?.companies[0]?.id || '';
  }

  get query(): URLSearchParams {
    return new URLSearchParams(router.querystring ?? '');
  }

  get period(): string {
    return this.query.get('period') ?? '';
  }

  get role(): string {
    return this.session?.companies.find((c) => c.id === this.company)?.role ?? '';
  }

  /** Whether this person may change anything in this company. */
  get keeps(): boolean {
    return this.role === 'bookkeeper' || this.role === 'administrator';
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
