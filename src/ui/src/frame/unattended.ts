import type { Schemas } from '../api/client';

/** What went wrong without anybody there, as people say it. */
export const unattended: Record<Schemas['Unattended'], string> = {
  schedule: 'The scheduled dispatch did not go through',
  feeds: 'Feeds could not be pulled',
  payments: 'The payments of the 1099 year could not be read',
  start: 'The work did not go on after the start',
};
