/**
 * Many test files in one module registry, for a whole run. Loading what they test takes seconds, for each file again where
 * each is run by itself; together they take less than half of the time.
 */
const { readdirSync, statSync } = require('node:fs');
const { join } = require('node:path');

/**
 * Runs one of so many shares of the test files in a folder: those whose names end in `ending`. Each file is a `describe` of
 * its own, called after the file.
 */
module.exports = function runShare({ folder, ending, share, of }) {
  for (const file of shareOf(folder, ending, share, of))
    describe(file, () => {
      jest.requireActual(join(folder, file));
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
