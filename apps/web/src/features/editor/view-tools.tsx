import { ArrowLeftRight, PanelLeft, PanelRight } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';
import { foldSettings, foldShelf, swapViews, useUi } from './ui.ts';

/** Makes room on the canvas: folds the panels at its sides, and swaps the view that is worked in. */
export function ViewTools() {
  const { main, isShelfFolded, areSettingsFolded } = useUi();
  return (
    <div
      role="toolbar"
      aria-label="View"
      className="absolute right-3 bottom-2 z-10 flex gap-0.5 rounded-control border border-line bg-sheet p-0.5 shadow-sm"
    >
      <IconButton
        label={`${isShelfFolded ? 'Show' : 'Hide'} the left panel ([)`}
        aria-pressed={!isShelfFolded}
        onClick={foldShelf}
      >
        <PanelLeft />
      </IconButton>
      <IconButton
        label={`Work in the ${main === 'wide' ? 'phone' : 'wide'} view (\\)`}
        onClick={swapViews}
      >
        <ArrowLeftRight />
      </IconButton>
      <IconButton
        label={`${areSettingsFolded ? 'Show' : 'Hide'} the settings (])`}
        aria-pressed={!areSettingsFolded}
        onClick={foldSettings}
      >
        <PanelRight />
      </IconButton>
    </div>
  );
}
