import type { Facts } from '../clients/index.ts';
import {
  Block,
  hasExample,
  showsNothing,
  unwrittenIn,
  withoutExamples,
  type Band,
} from '../page/index.ts';
import type { FixPlace } from './finding.ts';

/** What a block that shows nothing waits for, and where that is given. */
const waitsFor: Partial<Record<Block['kind'], [lack: string, where: 'block' | 'facts']>> = {
  picture: ['a picture', 'block'],
  'before-after': ['two pictures', 'block'],
  gallery: ['pictures', 'block'],
  video: ['a film', 'block'],
  areas: ['the areas served', 'facts'],
  hours: ['opening hours', 'facts'],
  social: ['addresses elsewhere', 'facts'],
};

/** What a block needs before it shows anything, and where that is given; null when it needs nothing. */
export function lackOf(block: Block, facts: Facts): { lack: string; at: FixPlace | string } | null {
  const lacks = (lack: string, at: FixPlace | string = block.id) => ({ lack, at });
  const onSheet = { at: 'facts' } as const;
  const wanted = showsNothing(block, facts) && waitsFor[block.kind];
  if (wanted) return lacks(wanted[0], wanted[1] === 'facts' ? onSheet : block.id);
  switch (block.kind) {
    case 'call-button':
    case 'call-bar':
      return facts.phone ? null : lacks('a phone number', onSheet);
    case 'map':
      if (block.address.trim()) return block.place ? null : lacks('the place of its address');
      return facts.place ? null : lacks('the place of the business', onSheet);
    case 'navigation':
      return block.items.length > 0 ? null : lacks('pages to lead to');
    default:
      return null;
  }
}

/** Whether a block can be used as it is, needs something of its client's, or will not show until it has it. */
export type BlockState = 'ready' | 'needs' | 'hidden';

/**
 * The state of a block.
 *
 * @param bands those whose suggestions may stand in the block: its own, or all of its page's
 */
export function blockState(block: Block, bands: readonly Band[], facts: Facts): BlockState {
  if (lackOf(withoutExamples(Block, block), facts)) return 'hidden';
  const isUnwritten = unwrittenIn({ bands: [...bands] }, block).length > 0;
  return isUnwritten || hasExample(block) ? 'needs' : 'ready';
}
