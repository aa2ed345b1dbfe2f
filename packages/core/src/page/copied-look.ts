import { blockKinds } from './blocks/index.ts';
import { fittingLook, pressLook, type Look } from './look.ts';
import type { NodeKind, TreeNode } from './tree.ts';

/** The settings of parts that say how they look: what "copy look" takes along. */
const lookSettings = ['look', 'press', 'box', 'frame', 'surface', 'place', 'shape'] as const;

/** How a part looks, by itself: to be put on others. */
export type CopiedLook = Partial<Record<(typeof lookSettings)[number], unknown>>;

/** How a part looks; empty where it is all as the brand says. */
export const lookOf = (node: TreeNode): CopiedLook =>
  Object.fromEntries(
    lookSettings.filter((setting) => Object.hasOwn(node, setting)).map((one) => [one, node[one]]),
  );

/**
 * What has to be set on a part so that it looks as another: the settings that both have, and of a look what its kind
 * understands. A heading gets a button's color and not its border; between a button and a form the look is that of the
 * form's own button. Empty where the two have nothing in common.
 */
export function lookChanges(kind: NodeKind, node: TreeNode, copied: CopiedLook): CopiedLook {
  const changes: CopiedLook = {};
  for (const setting of lookSettings)
    if (Object.hasOwn(node, setting) && Object.hasOwn(copied, setting))
      changes[setting] = copied[setting];
  if (kind !== 'block') return changes;
  const blockKind = node.kind as keyof typeof blockKinds;
  const look = (copied.look ?? {}) as Look;
  if ('press' in node && !('press' in copied)) return { press: fittingLook(look, pressLook) };
  const own = blockKind === 'button' && copied.press ? (copied.press as Look) : look;
  if ('look' in changes) changes.look = fittingLook(own, blockKinds[blockKind].lookParts);
  return changes;
}

/** Whether a part departs from the brand in anything. */
export const hasOwnLook = (node: TreeNode): boolean =>
  (['look', 'press', 'box', 'frame'] as const).some(
    (setting) => Object.keys((node[setting] ?? {}) as object).length > 0,
  ) || (node.place ?? null) !== null;

/** What has to be set on a part so that it is as the brand says again. */
export const brandChanges = (node: TreeNode): CopiedLook =>
  Object.fromEntries([
    ...(['look', 'press', 'box', 'frame'] as const)
      .filter((setting) => Object.hasOwn(node, setting))
      .map((setting) => [setting, {}] as const),
    ...(Object.hasOwn(node, 'place') ? [['place', null] as const] : []),
  ]);
