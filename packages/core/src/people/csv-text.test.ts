import { decodeCsv, separatorOf } from './index.ts';

describe('a file', () => {
  it.each([
    ['a,b;c\n', ','],
    ['Name;Email;"a,b,c,d"\n', ';'],
    ['Name\tEmail\n', '\t'],
    ['Name|Email\n', '|'],
    ['Name\n', ','],
  ])('%j is parted by %j', (text, separator) => expect(separatorOf(text)).toBe(separator));

  it.each([
    ['UTF-8', Buffer.from('Émile')],
    ['UTF-8 with its mark', Buffer.from('\ufeffÉmile')],
    ['UTF-16', Buffer.from('\ufeffÉmile', 'utf16le')],
    ['UTF-16, the large end first', Buffer.from('\ufeffÉmile', 'utf16le').swap16()],
    ['windows-1252', Buffer.from('Émile', 'latin1')],
  ])('in %s is read', (_encoding, content) => expect(decodeCsv(content)).toBe('Émile'));

  it('with lines in different encodings is read line by line', () =>
    expect(decodeCsv(Buffer.concat([Buffer.from('Émile\n'), Buffer.from('Zoë\n', 'latin1')]))).toBe(
      'Émile\nZoë\n',
    ));
});
