import type { EditorPage } from '@plumgate/contract';
import { blockKinds, locate, type Band, type Block, type Column } from '@plumgate/core/page';
import { ArrowDown, ArrowUp, CopyPlus, Trash2 } from 'lucide-react';
import { IconButton } from '../../../ui/button.tsx';
import { moveAllBy } from '../commands.ts';
import { selectionOf, useEditor, useEditorStore } from '../store.ts';
import { copyBelow, removeSelected } from '../use-editor-keys.ts';
import { BlockLook } from '../look/block-look.tsx';
import { LookActions } from '../look/own-look.tsx';
import { BandSettings } from './band-settings.tsx';
import { BlockSettings } from './block-settings.tsx';
import { ColumnSettings } from './column-settings.tsx';
import { OutlineName } from './outline-name.tsx';
import { PageSettings } from './page-settings.tsx';
import { SuggestedWords } from './suggested-words.tsx';
import { WhyNotShown } from './why-not-shown.tsx';

/** The settings of what is selected, and what can be done with it. */
export function SettingsPanel({ page }: { page: EditorPage }) {
  const draft = useEditor((state) => state.draft);
  const selected = useEditor((state) => state.selected);
  const many = useEditor((state) => state.others.length) + 1;
  if (many > 1)
    return (
      <Panel title={`${many} parts`}>
        <p className="text-muted">Move, copy or remove them together, or drag them.</p>
        <LookActions isOwn />
      </Panel>
    );
  const found = locate(draft, selected);
  switch (found?.kind) {
    case 'band':
      return (
        <Panel title="Band">
          <BandSettings key={selected} band={found.node as unknown as Band} page={page} />
        </Panel>
      );
    case 'column': {
      const band = locate(draft, found.parent!)!.node as unknown as Band;
      return (
        <Panel title={`Column ${found.index + 1} of ${band.columns.length}`}>
          <ColumnSettings key={selected} column={found.node as unknown as Column} band={band} />
        </Panel>
      );
    }
    case 'block': {
      const block = found.node as unknown as Block;
      return (
        <Panel title={blockKinds[block.kind].label}>
          <WhyNotShown block={block} facts={page.client.facts} />
          <SuggestedWords block={block} />
          <BlockSettings key={selected} block={block} page={page} />
          <BlockLook key={`${selected}-look`} block={block} />
          <OutlineName node={block} />
        </Panel>
      );
    }
    default:
      return (
        <div className="grid gap-4 p-4">
          <h2 className="text-lg">Page</h2>
          <PageSettings page={page} />
        </div>
      );
  }
}

function Panel({ title, children }: { title: string; children: React.ReactNode }) {
  const store = useEditorStore();
  const move = (by: -1 | 1) => {
    const state = store.getState();
    state.edit(moveAllBy(state.draft, selectionOf(state), by));
  };
  return (
    <div className="grid gap-4 p-4">
      <div className="flex items-center">
        <h2 className="flex-1 text-lg">{title}</h2>
        <IconButton label="Move up (Alt and the up arrow)" onClick={() => move(-1)}>
          <ArrowUp />
        </IconButton>
        <IconButton label="Move down (Alt and the down arrow)" onClick={() => move(1)}>
          <ArrowDown />
        </IconButton>
        <IconButton label="Copy below (Ctrl D)" onClick={() => copyBelow(store.getState())}>
          <CopyPlus />
        </IconButton>
        <IconButton label="Remove (Delete)" onClick={() => removeSelected(store.getState())}>
          <Trash2 />
        </IconButton>
      </div>
      {children}
    </div>
  );
}
