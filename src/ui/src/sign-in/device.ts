const browsers: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\/|Chromium\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const systems: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
];

const first = (rows: [RegExp, string][], text: string) => rows.find(([shape]) => shape.test(text))?.[1];

/** A browser and its system in two words, from what the browser says of itself (the User-Agent field of RFC 9110). */
export function deviceOf(userAgent: string): string {
  const [browser, system] = [first(browsers, userAgent), first(systems, userAgent)];
  if (browser && system) return `${browser} on ${system}`;
  return browser ?? system ?? (userAgent ? userAgent.slice(0, 40) : 'a program that says nothing of itself');
}
