import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { following } from './underway';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

test('it says how far it is once that is known, and nothing after its end', async () => {
  const said: string[] = [];
  const answers = [{ done: 0, all: 0 }, { done: 1, all: 3 }, new Error('gone'), { done: 4, all: 3 }, { done: 3, all: 3 }];
  const end = following(
    () => {
      const next = answers.shift()!;
      return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
    },
    (percent) => said.push(percent),
  );
  await vi.advanceTimersByTimeAsync(700 * 4);
  expect(said).toEqual(['33 %', '100 %']);
  end();
  await vi.advanceTimersByTimeAsync(7000);
  expect(said).toHaveLength(2);
});
