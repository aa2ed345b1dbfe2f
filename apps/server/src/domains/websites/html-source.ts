import { posix } from 'node:path';
import { sheetAddresses, type OpenedPage, type Sheet } from '@plumgate/core/html-reading';
import { anyNames, BadZip, unpack } from '../formats/zip.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { openedPage, type WebReader } from './web-reader.ts';

/** A page that was opened, its style sheets, and where the files it names are found. */
export interface HtmlSource {
  page: OpenedPage;
  sheets: Sheet[];
  /** The file at an address that the page names; null where it did not come along. Addresses of the web are not looked up here. */
  fileAt: (address: string) => Buffer | null;
}

/** Pages that came as a file have addresses on a host that there is none of (RFC 6761). */
const nowhere = 'http://import.invalid/';

/**
 * A page from a file: HTML by itself, or a zip in which it lies with its pictures and style sheets.
 *
 * @throws AppProblem `not-a-page`, with the reason
 */
export async function sourceFromFile(file: Buffer): Promise<HtmlSource> {
  const isZip = file.subarray(0, 4).equals(Buffer.from('PK\x03\x04'));
  const files = isZip ? await filesOf(file) : { 'index.html': new Uint8Array(file) };
  const name = pageIn(Object.keys(files));
  if (!name) throw new AppProblem('not-a-page', { detail: 'There is no HTML file in the zip.' });
  const fileIn = (address: string): Buffer | null => {
    if (!address.startsWith(nowhere)) return null;
    const content = files[decodedPath(address)];
    return content ? Buffer.from(content) : null;
  };
  const page = openedPage(Buffer.from(files[name]!), new URL(encodeURI(name), nowhere).href);
  const sheets = sheetAddresses(page).flatMap((base) => {
    const content = fileIn(base);
    return content ? [{ css: content.toString('utf8'), base }] : [];
  });
  return { page, sheets, fileAt: (address) => page.embedded.get(address) ?? fileIn(address) };
}

/** A page at a web address, with its style sheets. */
export async function sourceFromWeb(reader: WebReader, address: string): Promise<HtmlSource> {
  const page = await reader.pageAt(address);
  return {
    page,
    sheets: await reader.sheetsOf(page),
    fileAt: (wanted) => page.embedded.get(wanted) ?? null,
  };
}

async function filesOf(zip: Buffer): Promise<Record<string, Uint8Array>> {
  try {
    return await unpack(zip, anyNames);
  } catch (error) {
    if (error instanceof BadZip) throw new AppProblem('not-a-page', { detail: error.message });
    throw error;
  }
}

/** The page of a zip: the HTML file that lies highest, `index.html` before others. */
function pageIn(names: string[]): string | undefined {
  const depth = (name: string) => name.split('/').length;
  const isIndex = (name: string) => /^index\.html?$/i.test(posix.basename(name));
  return names
    .filter((name) => /\.x?html?$/i.test(name) && !name.startsWith('__MACOSX/'))
    .sort(
      (a, b) =>
        depth(a) - depth(b) || Number(isIndex(b)) - Number(isIndex(a)) || a.localeCompare(b),
    )[0];
}

function decodedPath(address: string): string {
  try {
    return decodeURIComponent(new URL(address).pathname.slice(1));
  } catch {
    return '';
  }
}
