import type { Palette } from '@plumgate/core/brand';
import type { PictureRef } from '@plumgate/core/basics';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../../../api/call.ts';
import { Button } from '../../../ui/button.tsx';
import { useEditor, useEditorStore } from '../store.ts';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { noteColor } from '../look/color-field.tsx';
import { palettesOf } from './palettes-of.ts';

/**
 * Colours from the logo or a photograph: whole palettes to try on the page before one is taken, and a dropper that reads
 * one colour from the picture.
 */
export function FromPicture({
  onTake,
  onDrop,
}: {
  onTake: (colours: Palette) => void;
  onDrop: (colour: string) => void;
}) {
  const store = useEditorStore();
  const logo = useEditor((state) => state.brand.logo);
  const [picture, setPicture] = useState<PictureRef | null>(null);
  const [palettes, setPalettes] = useState<Palette[] | null>(null);
  const [tried, setTried] = useState<{ index: number; before: Palette } | null>(null);
  const [turn, setTurn] = useState(0);
  const look = async (chosen: PictureRef, next = 0) => {
    putBack();
    setPicture(chosen);
    setTurn(next);
    setPalettes(null);
    try {
      setPalettes(await palettesOf(`/~/pictures/${chosen.id}-480.webp`, next));
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const show = (colours: Palette) => {
    const { brand, setBrand } = store.getState();
    setBrand({ ...brand, colours });
  };
  const attempt = (index: number) => {
    const before = tried?.before ?? store.getState().brand.colours;
    setTried({ index, before });
    show(palettes![index]!);
  };
  const putBack = () => {
    if (tried) show(tried.before);
    setTried(null);
  };
  return (
    <details className="rounded-control border border-line p-2.5">
      <summary className="cursor-pointer text-xs font-semibold">Colors from a picture</summary>
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)] gap-3">
        {logo && <Button onClick={() => void look(logo)}>From the logo</Button>}
        <PictureShelf chosen={picture} onChoose={(chosen) => void look(chosen)} />
        {picture && (
          <Dropper
            src={`/~/pictures/${picture.id}-480.webp`}
            onDrop={(colour) => {
              noteColor(colour);
              onDrop(colour);
            }}
          />
        )}
        {picture && !palettes && <p className="text-xs text-muted">Reading its colors.</p>}
        {palettes?.map((palette, index) => (
          <button
            key={index}
            type="button"
            aria-pressed={tried?.index === index}
            aria-label={`Palette ${index + 1}: try it on the page`}
            className="flex h-9 overflow-hidden rounded-control border border-strong-line aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-plum"
            onClick={() => attempt(index)}
          >
            {Object.values(palette).map((colour, at) => (
              <span key={at} className="flex-1" style={{ background: colour }} />
            ))}
          </button>
        ))}
        {picture && palettes && (
          <Button onClick={() => void look(picture, turn + 1)}>Other suggestions</Button>
        )}
        {tried && (
          <div className="flex gap-2">
            <Button
              look="main"
              onClick={() => {
                onTake(palettes![tried.index]!);
                setTried(null);
              }}
            >
              Use these
            </Button>
            <Button onClick={putBack}>Discard changes</Button>
          </div>
        )}
        {palettes && (
          <p className="text-xs text-muted">
            Text and buttons are readable in each of them (contrast AA). Nothing is saved until you
            choose one.
          </p>
        )}
      </div>
    </details>
  );
}

/** Reads the colour under a press; it becomes the action's. */
function Dropper({ src, onDrop }: { src: string; onDrop: (colour: string) => void }) {
  const image = useRef<HTMLImageElement>(null);
  const [over, setOver] = useState<string | null>(null);
  const colourAt = (event: React.PointerEvent): string => {
    const element = image.current!;
    const box = element.getBoundingClientRect();
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 1;
    const context = canvas.getContext('2d')!;
    const x = ((event.clientX - box.left) / box.width) * element.naturalWidth;
    const y = ((event.clientY - box.top) / box.height) * element.naturalHeight;
    context.drawImage(element, -Math.floor(x), -Math.floor(y));
    const [r, g, b] = context.getImageData(0, 0, 1, 1).data;
    return `#${[r, g, b].map((one) => one!.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
  };
  return (
    <figure>
      <img
        ref={image}
        src={src}
        alt="Click a color in the picture to use it for actions"
        className="block w-full cursor-crosshair rounded-control border border-strong-line"
        onPointerMove={(event) => setOver(colourAt(event))}
        onPointerLeave={() => setOver(null)}
        onPointerUp={(event) => onDrop(colourAt(event))}
      />
      <figcaption className="mt-1 flex h-5 items-center gap-1.5 text-xs text-muted">
        {over ? (
          <>
            <span
              className="size-4 rounded-control border border-line"
              style={{ background: over }}
            />
            {over}: press to use it for actions
          </>
        ) : (
          'Click a color to use it for actions'
        )}
      </figcaption>
    </figure>
  );
}
