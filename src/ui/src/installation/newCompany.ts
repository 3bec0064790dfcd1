/** A company that is to be, as a form has it. */
export interface NewCompany {
  name: string;
  currency: string;
  timeZone: string;
  startDate: string;
  bookFrom: string;
}

/** A blank one, with the time zone of this browser. */
export const newCompany = (): NewCompany => ({
  name: '',
  currency: 'USD',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  startDate: '',
  bookFrom: '',
});

const names = new Intl.DisplayNames('en', { type: 'currency' });

/** Currencies by code, each with its name. */
export const currencies = Intl.supportedValuesOf('currency').map((code) => ({ code, title: `${code}, ${names.of(code)}` }));

/** Time zones; the one that the browser has, whatever its list says. */
export const timeZones = [
  ...new Set([...Intl.supportedValuesOf('timeZone'), 'Etc/UTC', Intl.DateTimeFormat().resolvedOptions().timeZone]),
].sort();
