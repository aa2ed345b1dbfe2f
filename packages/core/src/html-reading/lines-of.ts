import type { CheerioAPI } from 'cheerio';
import type { AnyNode } from 'domhandler';

const unread = new Set([
  'script',
  'style',
  'noscript',
  'template',
  'svg',
  'iframe',
  'head',
  'select',
  'textarea',
]);
/** Elements whose words stand on the line of what is around them; every other begins a line of its own. */
const inline = new Set(
  'a abbr b bdi bdo cite code data dfn em font i kbd label mark q s samp small span strong sub sup time u var td th dt dd'.split(
    ' ',
  ),
);

/** The words of an element as visitors see them, line by line; the cells of a table's row are one line. */
export function linesOf($: CheerioAPI, root: AnyNode | undefined = $('body')[0]): string[] {
  let text = '';
  const walk = (node: AnyNode): void => {
    if (node.type === 'text') {
      text += node.data.replace(/\s+/g, ' ');
      return;
    }
    if (!('children' in node)) return;
    const name = 'name' in node ? node.name : '';
    if (unread.has(name)) return;
    if (name === 'br') text += '\n';
    const begins = name !== '' && !inline.has(name);
    if (begins) text += '\n';
    if (name === 'td' || name === 'th' || name === 'dd') text += ' ';
    node.children.forEach(walk);
    if (begins && name !== 'dt') text += '\n';
  };
  if (root) walk(root);
  return text
    .split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter(Boolean);
}
