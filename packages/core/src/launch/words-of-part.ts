import { visitMarked } from '../basics/index.ts';
import { Block } from '../page/index.ts';

/** Every stretch of words in a block that a visitor reads, each on its own. Code is nobody's words. */
export function wordsInBlock(block: Block): string[] {
  const stretches: string[] = [];
  visitMarked(Block, block, ({ words }, value) => {
    if (words) stretches.push(words(value as never));
  });
  return stretches.filter((stretch) => stretch !== '');
}
