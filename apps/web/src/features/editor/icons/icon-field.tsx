import { findIcons, type IconChoice } from '@plumgate/core/icons';
import { DrawnIconView } from '@plumgate/page-kit';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../../../ui/button.tsx';
import { FileInput } from '../../../ui/file-input.tsx';
import { Fold } from '../../../ui/fold.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { loadIconSet, type IconSet } from './icon-set.ts';
import { iconFromFile } from './svg-file.ts';

/** As many as are looked through at a glance; a word narrows them. */
const mostShown = 48;

/** An icon of a part: of the set by a word, from an SVG file, one of the client's pictures, or none. */
export function IconField({
  label,
  value,
  none = 'None',
  onChange,
}: {
  label: string;
  value: IconChoice | null;
  /** What is shown when nothing is chosen. */
  none?: string;
  onChange: (value: IconChoice | null) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const choose = (icon: IconChoice) => {
    onChange(icon);
    setOpen(false);
  };
  return (
    <div className="grid gap-1.5" role="group" aria-label={label}>
      <span className="text-xs font-semibold">{label}</span>
      <div className="flex items-center gap-2">
        <span className="grid size-8 place-items-center rounded-control border border-strong-line bg-sheet">
          {value && <IconPreview icon={value} />}
        </span>
        <span className="min-w-0 flex-1 truncate text-[13px] text-muted">
          {nameOf(value) ?? none}
        </span>
        <Button size="small" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {value ? 'Change' : 'Choose'}
        </Button>
        {value && (
          <Button size="small" onClick={() => onChange(null)}>
            Remove
          </Button>
        )}
      </div>
      {isOpen && <IconPicker value={value} onChoose={choose} />}
    </div>
  );
}

const nameOf = (icon: IconChoice | null) =>
  icon && (icon.kind === 'picture' ? 'A picture' : icon.name.replaceAll('-', ' '));

function IconPicker({
  value,
  onChoose,
}: {
  value: IconChoice | null;
  onChoose: (icon: IconChoice) => void;
}) {
  const [set, setSet] = useState<IconSet | null>(null);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState('');
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    loadIconSet().then(setSet, () => setWrong('The icons could not be loaded. Try again.'));
  }, []);
  const found = set ? findIcons(set.names, set.tags, typed) : [];
  const take = async (given: File) => {
    const icon = await iconFromFile(given);
    if (icon.ok) onChoose(icon.value);
    else setWrong(icon.problem);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2 rounded-control border border-line bg-paper p-2">
      <input
        type="search"
        aria-label="Search icons"
        placeholder="Search icons, such as phone or tooth"
        className="h-8 w-full rounded-control border border-strong-line bg-sheet px-2 text-[13px]"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <div className="grid max-h-52 grid-cols-6 gap-1 overflow-auto">
        {found.slice(0, mostShown).map((name) => {
          const icon = set!.icon(name);
          return (
            icon && (
              <button
                key={name}
                type="button"
                title={name.replaceAll('-', ' ')}
                aria-label={name.replaceAll('-', ' ')}
                className="grid aspect-square place-items-center rounded-md hover:bg-plum-tint"
                onClick={() => onChoose(icon)}
              >
                <IconPreview icon={icon} />
              </button>
            )
          );
        })}
      </div>
      {set && found.length === 0 && (
        <p className="text-xs text-muted">No icon by this word. Try a plainer one.</p>
      )}
      {found.length > mostShown && (
        <p className="text-xs text-muted">
          {mostShown} of {found.length}. A word narrows them.
        </p>
      )}
      {wrong && (
        <p role="alert" className="text-xs font-semibold text-brick">
          {wrong}
        </p>
      )}
      <FileInput
        input={file}
        accept=".svg,image/svg+xml"
        onFiles={([given]) => void take(given!)}
      />
      <Button size="small" onClick={() => file.current?.click()}>
        Upload an SVG
      </Button>
      <Fold summary="Use a picture instead">
        <PictureShelf
          chosen={value?.kind === 'picture' ? value.picture : null}
          onChoose={(picture) => onChoose({ kind: 'picture', picture })}
        />
      </Fold>
    </div>
  );
}

function IconPreview({ icon }: { icon: IconChoice }) {
  if (icon.kind === 'picture')
    return <img src={`/~/pictures/${icon.picture.id}-240.webp`} alt="" className="size-5" />;
  return <DrawnIconView icon={icon} className="size-5" />;
}
