import { push } from 'svelte-spa-router';
import { place } from '../frame/place.svelte';

/** The 1099 year that is looked at: that of the address, or the one that it is. */
export const year = (): number => Number(place.query.get('year')) || Number(place.today.slice(0, 4));

type Parameters = Record<string, string | number | null | undefined>;
const kept = (more: Parameters) => ({ year: place.query.get('year'), ...more });
const at = (room: string) => `year-end${room ? `/${room}` : ''}`;

/** The address of a room of the year end, with its year. */
export const href = (room: string, more: Parameters = {}): string => place.href(at(room), kept(more));

/** Goes to a room of the year end. */
export const go = (room: string, more: Parameters = {}) => push(place.to(at(room), kept(more)));

/** A supplier's own page. */
export const supplierRoom = (key: string): string => `suppliers/${encodeURIComponent(key)}`;
