/** The characters that may part the cells of a row. */
const separators = [',', ';', '\t', '|'];

/**
 * A table's text: UTF-16 and UTF-8 by their marks; without one, each line as UTF-8 where it is that, and else as
 * windows-1252, as spreadsheets on older machines write it. Files that were put together from several have both.
 */
export function decodeCsv(content: Uint8Array): string {
  const [first, second] = content;
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(content);
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(content);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(content);
  } catch {
    return decodeLines(content);
  }
}

function decodeLines(content: Uint8Array): string {
  const utf8 = new TextDecoder('utf-8', { fatal: true });
  const older = new TextDecoder('windows-1252');
  const lines: string[] = [];
  for (let from = 0; from < content.length;) {
    const end = content.indexOf(10, from);
    const line = content.subarray(from, end < 0 ? content.length : end + 1);
    try {
      lines.push(utf8.decode(line));
    } catch {
      lines.push(older.decode(line));
    }
    from += line.length;
  }
  return lines.join('');
}

/** The character that parts the cells: the one that the heading has most of, outside of quotes. */
export function separatorOf(text: string): string {
  const end = text.search(/[\r\n]/);
  const heading = (end < 0 ? text : text.slice(0, end)).slice(0, 50_000).replace(/"[^"]*"/g, '');
  const count = (separator: string) => heading.split(separator).length;
  return separators.reduce((best, one) => (count(one) > count(best) ? one : best));
}
