import { describe, expect, it } from 'vitest';

/** The first way through the folders that comes back to where it was. */
function circle(arrows: ReadonlyMap<string, ReadonlySet<string>>): string | undefined {
  const done = new Set<string>();
  const from = (folder: string, way: readonly string[]): string | undefined => {
    if (way.includes(folder)) return [...way.slice(way.indexOf(folder)), folder].join(' → ');
    if (done.has(folder)) return undefined;
    for (const to of arrows.get(folder) ?? []) {
      const found = from(to, [...way, folder]);
      if (found) return found;
    }
    done.add(folder);
    return undefined;
  };
  for (const folder of arrows.keys()) {
    const found = from(folder, []);
    if (found) return found;
  }
  return undefined;
}

const of = (arrows: Record<string, string[]>) => new Map(Object.entries(arrows).map(([from, to]) => [from, new Set(to)]));

describe('the folders of the pages', () => {
  it('go round in no circle', () => {
    const files = import.meta.glob<string>('./*/*.{ts,svelte}', { query: '?raw', import: 'default', eager: true });
    const arrows = new Map<string, Set<string>>();
    for (const [path, text] of Object.entries(files)) {
      const folder = path.split('/')[1]!;
      const to = arrows.get(folder) ?? arrows.set(folder, new Set()).get(folder)!;
      for (const [, name] of text.matchAll(/from '\.\.\/([\w-]+)\//g)) if (name !== folder) to.add(name!);
    }
    expect(arrows.size).toBeGreaterThan(8);
    expect(arrows.get('mapping')).toContain('frame');
    expect(circle(arrows)).toBeUndefined();
  });

  it('would be seen if they did, however far round', () => {
    expect(circle(of({ a: ['b'], b: ['c'], c: [] }))).toBeUndefined();
    expect(circle(of({ a: ['b'], b: ['c'], c: ['b'] }))).toBe('b → c → b');
  });
});
