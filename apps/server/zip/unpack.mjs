/**
 * Unpacks one zip in a thread of its own, so that a zip made to keep a processor busy keeps nobody waiting, and ends.
 * What the zip says of itself is believed nowhere: entries may not overlap, and each is unpacked into what is left of the
 * budget, whatever size it claims. Plain JavaScript, since threads start from a file.
 */
import { parentPort, workerData } from 'node:worker_threads';
import { inflateRawSync } from 'node:zlib';
import yauzl from 'yauzl';

const { zip: bytes, maxBytes, maxFiles, names } = workerData;
const zip = Buffer.from(bytes);
const isOurs = new RegExp(names);

/** A refusal with its sentence. */
class Refused extends Error {}
const tooMuch = () =>
  new Refused(`The zip unpacks to more than ${maxBytes / 2 ** 20} MB or ${maxFiles} files.`);

function readEntries() {
  return new Promise((resolve, reject) => {
    // Names as bytes, so that a bad one is refused here, by its name.
    yauzl.fromBuffer(zip, { lazyEntries: true, decodeStrings: false }, (error, opened) => {
      if (error) return reject(error);
      const entries = [];
      opened.on('entry', (entry) => {
        entry.fileName = entry.fileName.toString('utf8');
        entries.push(entry);
        if (entries.length > maxFiles * 2) reject(tooMuch());
        else opened.readEntry();
      });
      opened.on('end', () => resolve(entries));
      opened.on('error', reject);
      opened.readEntry();
    });
  });
}

/** Where an entry's data lies, by its local header (APPNOTE.TXT, section 4.3.7). */
function rangeOf(entry) {
  const header = entry.relativeOffsetOfLocalHeader;
  if (header + 30 > zip.length || zip.readUInt32LE(header) !== 0x04034b50)
    throw new Error('no entry');
  const start = header + 30 + zip.readUInt16LE(header + 26) + zip.readUInt16LE(header + 28);
  const end = start + entry.compressedSize;
  if (end > zip.length) throw new Error('cut off');
  return { entry, header, start, end };
}

function contentOf({ entry, start, end }, budget) {
  const data = zip.subarray(start, end);
  if (entry.generalPurposeBitFlag & 1) throw new Refused('The zip is encrypted.');
  if (entry.compressionMethod === 0) {
    if (data.length > budget) throw tooMuch();
    return data;
  }
  if (entry.compressionMethod !== 8) throw new Error('unknown compression');
  try {
    return inflateRawSync(data, { maxOutputLength: Math.max(1, budget) });
  } catch (error) {
    throw error.code === 'ERR_BUFFER_TOO_LARGE' ? tooMuch() : error;
  }
}

try {
  const entries = (await readEntries()).filter(
    ({ fileName }) => !fileName.endsWith('/') || fileName.includes('..'),
  );
  const foreign = entries.find(({ fileName }) => !isOurs.test(fileName));
  if (foreign)
    throw new Refused(
      `The zip holds “${[...foreign.fileName].slice(0, 80).join('')}”, which is no part of a bundle.`,
    );
  if (entries.length > maxFiles) throw tooMuch();
  const ranges = entries.map(rangeOf).sort((a, b) => a.header - b.header);
  if (ranges.some(({ header }, index) => index > 0 && header < ranges[index - 1].end))
    throw new Refused('Files in the zip overlap.');
  let budget = maxBytes;
  const files = {};
  for (const range of ranges) {
    const content = contentOf(range, budget);
    if (content.length !== range.entry.uncompressedSize)
      throw new Refused('The zip is not what it says of itself.');
    budget -= content.length;
    // A copy of its own: a view would bring the whole zip along.
    files[range.entry.fileName] = new Uint8Array(content);
  }
  parentPort.postMessage({ files });
} catch (error) {
  parentPort.postMessage({
    refused: error instanceof Refused ? error.message : 'This is not a zip that can be read.',
  });
}
