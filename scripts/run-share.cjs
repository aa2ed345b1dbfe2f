/**
 * Many test files in one module registry, for a whole run. Loading what they test takes seconds, for each file again where
 * each is run by itself; together they take less than half of the time.
 */
const { readdirSync, statSync } = require('node:fs');
const { basename, dirname, join } = require('node:path');

/**
 * Runs the share of a file among those that lie beside it, `share-0.together.cjs` and so on: of the test files in the folder
 * `src` next to theirs whose names end in `ending`. Each is a `describe` of its own, called after the file.
 */
module.exports = function runShare(file, ending) {
  const beside = readdirSync(dirname(file)).sort();
  const folder = join(dirname(file), '../src');
  const share = shareOf(folder, ending, beside.indexOf(basename(file)), beside.length);
  for (const name of share)
    describe(name, () => {
      // What a file left in the browser's storage is nothing to the next, as if each had a browser of its own.
      beforeAll(() => {
        globalThis.localStorage?.clear();
        globalThis.sessionStorage?.clear();
      });
      jest.requireActual(join(folder, name));
    });
};

/** The largest files are dealt out first, each to the share that has the least until then. */
function shareOf(folder, ending, share, of) {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith(ending))
    .map((name) => ({ name, size: statSync(join(folder, name)).size }))
    .sort((a, b) => b.size - a.size);
  const dealt = Array.from({ length: of }, () => ({ size: 0, names: [] }));
  for (const { name, size } of files) {
    const least = dealt.reduce((a, b) => (b.size < a.size ? b : a));
    least.size += size;
    least.names.push(name);
  }
  return dealt[share].names;
}
