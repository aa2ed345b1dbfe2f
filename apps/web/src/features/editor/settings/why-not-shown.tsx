import type { Facts } from '@plumgate/core/clients';
import { lackOf } from '@plumgate/core/launch';
import { hasExample, type Block } from '@plumgate/core/page';

/** What a block needs before visitors see it, or all of it. */
export function WhyNotShown({ block, facts }: { block: Block; facts: Facts }) {
  const missing = lackOf(block, facts);
  if (!missing && !hasExample(block)) return null;
  return (
    <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
      {missing
        ? `Visitors don’t see this yet: it needs ${missing.lack}.`
        : 'This shows an example picture, which visitors don’t see. Choose one of the client’s own.'}
    </p>
  );
}
