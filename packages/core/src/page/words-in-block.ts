import { visitMarked } from '../basics/index.ts';
import { Block, type PageDocument } from './document.ts';

/** Every stretch of words in a block that a visitor reads, each on its own. Code is nobody's words. */
export function wordsInBlock(block: Block): string[] {
  const stretches: string[] = [];
  visitMarked(Block, block, ({ words }, value) => {
    if (words) stretches.push(words(value as never));
  });
  return stretches.filter((stretch) => stretch !== '');
}

/**
 * The words in a block that stand as a template suggested them. Wherever on the page the suggestion came with: a block may
 * have been moved to another band.
 */
export function unwrittenIn(page: Pick<PageDocument, 'bands'>, block: Block): string[] {
  const suggested = new Set(page.bands.flatMap((band) => band.suggested));
  return suggested.size === 0 ? [] : wordsInBlock(block).filter((words) => suggested.has(words));
}
