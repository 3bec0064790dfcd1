import { many } from '../amounts/format';
import type { Schemas } from '../api/client';

/** How often a feed is pulled, as people say it. */
export const often: Record<Schemas['PullEvery'], string> = {
  by_hand: 'by hand',
  quarter_hour: 'each quarter of an hour',
  hour: 'each hour',
  day: 'each day',
};

/** How what a source counts and what arrived differ. */
export const gaps: Record<Schemas['FeedGapKind'], string> = {
  not_here: 'not here',
  not_there: 'not counted there',
  other_money: 'other money',
  other_day: 'another day',
};

/** What a pull brought, in few words; what it did not bring is not named. */
export function brought(pull: Schemas['FeedPullAnswer']): string {
  const parts = [
    [pull.added, 'new'],
    [pull.updated, 'changed'],
    [pull.corrections, pull.corrections === 1 ? 'proposed correction' : 'proposed corrections'],
    [pull.unchanged, 'here already'],
    [pull.pending, 'pending there'],
    [pull.cancelled, 'cancelled there'],
    [pull.incomplete, 'to complete'],
    [pull.waiting, 'to decide whose'],
    [pull.refused, 'could not be read'],
    [pull.others, 'another company’s'],
  ] as const;
  const said = parts.filter(([count]) => count > 0).map(([count, word]) => `${count.toLocaleString('en')} ${word}`);
  return said.length > 0 ? said.join(', ') : pull.records === 0 ? 'nothing new' : many(pull.records, 'record');
}

/** What the browser came back with from a source's page. */
export const answers: Record<string, readonly ['good' | 'bad' | '', string]> = {
  connected: ['good', 'The source is connected. Say whose its records are, then pull.'],
  refused: ['', 'The source’s owner did not allow the connection. Nothing was changed.'],
  unreachable: ['bad', 'The source did not answer. Nothing was changed; try again when it runs.'],
  taken: ['bad', 'Another feed brings the documents of a source with this name. Nothing was changed; choose another name.'],
  stale: ['bad', 'That answer was too old or belonged to somebody else. Nothing was changed; connect again.'],
};
