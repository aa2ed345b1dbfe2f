/** What a browser calls itself is long and full of others' names: the first of these that is in it is its own. */
const browsers: [mark: RegExp, name: string][] = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const systems: [mark: RegExp, name: string][] = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'Mac'],
  [/Linux/, 'Linux'],
];

/** A browser and its system in a few words: `Firefox on Windows`. */
export function browserName(userAgent: string): string {
  const found = (list: typeof browsers) => list.find(([mark]) => mark.test(userAgent))?.[1];
  const [browser, system] = [found(browsers), found(systems)];
  return [browser ?? 'A program', system && `on ${system}`].filter(Boolean).join(' ');
}
