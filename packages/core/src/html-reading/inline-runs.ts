import type { Run } from '../basics/index.ts';
import { isTag, isText, type AnyNode, type Element } from 'domhandler';

/** Elements that stand within a line; every other begins a block. */
const inlineTags = new Set(
  'a abbr b bdi bdo br cite code data dfn em font i img input kbd label mark picture q s samp small source span strong sub sup svg time u var wbr button'.split(
    ' ',
  ),
);
const bold = new Set(['b', 'strong', 'mark']);
const italic = new Set(['i', 'em', 'cite', 'dfn']);

/** Whether a node stands within a line, with all that is in it. */
export const isInline = (node: AnyNode): boolean =>
  !isTag(node) || (inlineTags.has(node.name) && node.children.every(isInline));

interface Around {
  bold: boolean;
  italic: boolean;
  href: string;
}

/**
 * Words within a line as runs of one look each. `hrefOf` says where a link leads, empty for one that leads nowhere here;
 * what `isApart` names is passed over, since it becomes a block of its own.
 */
export function runsOf(
  nodes: readonly AnyNode[],
  hrefOf: (href: string) => string,
  isApart: (element: Element) => boolean,
): Run[] {
  const runs: Run[] = [];
  const add = (text: string, look: Around) => {
    const last = runs.at(-1);
    const isSame =
      last && last.bold === look.bold && last.italic === look.italic && last.href === look.href;
    if (isSame) last.text += text;
    else if (text !== '') runs.push({ text, ...look });
  };
  const walk = (node: AnyNode, look: Around): void => {
    if (isText(node)) return add(node.data.replace(/[\p{Cc}\s]+/gu, ' '), look);
    if (!isTag(node) || isApart(node)) return;
    if (node.name === 'br') return add('\n', look);
    const own = {
      bold: look.bold || bold.has(node.name),
      italic: look.italic || italic.has(node.name),
      href: node.name === 'a' ? hrefOf(node.attribs['href'] ?? '') : look.href,
    };
    for (const child of node.children) walk(child, own);
  };
  for (const node of nodes) walk(node, { bold: false, italic: false, href: '' });
  return tidied(runs);
}

/** One space between words, none at the ends and around line breaks. */
function tidied(runs: Run[]): Run[] {
  let before = '\n';
  const tidy = runs.map((run) => {
    const text = [...run.text.replace(/ *\n */g, '\n')]
      .filter((character) => {
        const isDouble =
          /\s/.test(character) && /\s/.test(before) && !(character === '\n' && before === ' ');
        if (!isDouble) before = character;
        return !isDouble;
      })
      .join('');
    return { ...run, text };
  });
  const last = tidy.findLastIndex(({ text }) => text.trim() !== '');
  return tidy
    .slice(0, last + 1)
    .map((run, index) => (index === last ? { ...run, text: run.text.trimEnd() } : run))
    .filter(({ text }) => text !== '');
}

/** The words of runs, without their looks. */
export const plainWords = (runs: readonly Run[]): string =>
  runs
    .map(({ text }) => text)
    .join('')
    .trim();
