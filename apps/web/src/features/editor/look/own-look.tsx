import { hasOwnLook, type TreeNode } from '@plumgate/core/page';
import { Button } from '../../../ui/button.tsx';
import { useEditorStore } from '../store.ts';
import { useUi } from '../ui.ts';
import { backToBrand, copyLook, pasteLook } from './look-clipboard.ts';
import { toast } from 'sonner';

/** How a part departs from the brand: folded until somebody asks for it, with the way back in one press. */
export function OwnLook({ node, children }: { node: TreeNode; children: React.ReactNode }) {
  const isOpen = useUi((ui) => ui.isLookOpen);
  const isOwn = hasOwnLook(node);
  return (
    <section aria-label="Look" className="border-t border-line pt-3">
      <button
        type="button"
        aria-expanded={isOpen}
        className="flex w-full items-center gap-2 text-left"
        onClick={() => useUi.setState({ isLookOpen: !isOpen })}
      >
        <span aria-hidden className="text-xs text-muted">
          {isOpen ? '▾' : '▸'}
        </span>
        <span className="flex-1 font-semibold">Look</span>
        <span className={`text-xs ${isOwn ? 'font-semibold text-plum-dark' : 'text-muted'}`}>
          {isOwn ? 'Its own' : 'As the brand says'}
        </span>
      </button>
      {isOpen && (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-4">
          <LookActions isOwn={isOwn} />
          {children}
        </div>
      )}
    </section>
  );
}

/** What can be done with a look as a whole, of one part or of several. */
export function LookActions({ isOwn }: { isOwn: boolean }) {
  const store = useEditorStore();
  return (
    <div className="flex flex-wrap gap-1">
      <Button
        size="small"
        title="Ctrl Alt C"
        onClick={() => copyLook(store) && toast('Look copied. Select other parts and paste it.')}
      >
        Copy look
      </Button>
      <Button size="small" title="Ctrl Alt V" onClick={() => pasteLook(store)}>
        Paste look
      </Button>
      {isOwn && (
        <Button size="small" onClick={() => backToBrand(store)}>
          Back to the brand
        </Button>
      )}
    </div>
  );
}
