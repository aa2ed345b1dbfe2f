import { middle, type Focus, type PictureRef } from '@plumgate/core/basics';
import { exampleOf, exampleWords } from '@plumgate/core/page';
import type { CSSProperties } from 'react';
import { usePage, type ShownPicture } from './page-context.ts';

/** The widths that pictures are asked for in, in pixels. */
export const pictureWidths = [480, 800, 1200, 1800] as const;

export const ratios = {
  wide: '3 / 2',
  banner: '21 / 9',
  square: '1 / 1',
  tall: '4 / 5',
  edge: '3 / 2',
  whole: null,
} as const;

/** A picture in the formats and widths that a browser may choose from; the last word has JPEG, which all of them read. */
export function Photo({
  picture,
  alt,
  sizes,
  className,
  crop = 'whole',
  focus,
  eager = false,
  onPhone = null,
}: {
  picture: PictureRef;
  alt: string;
  /** How wide it is shown, as the `sizes` attribute says it. */
  sizes: string;
  className?: string;
  crop?: keyof typeof ratios;
  focus?: Focus;
  eager?: boolean;
  /** Another picture (the same one where it is null) or another crop on a phone. */
  onPhone?: { picture: PictureRef | null; crop: keyof typeof ratios; focus: Focus } | null;
}) {
  const page = usePage();
  const example = exampleOf(picture.id);
  const shown = page.picture(picture);
  const { width, height, src } = shown;
  const other = onPhone?.picture ? page.picture(onPhone.picture) : null;
  return (
    <picture data-example={page.editing && example ? '' : undefined}>
      {other &&
        (['avif', 'webp'] as const).map((format) => (
          <source
            key={format}
            type={`image/${format}`}
            media="(max-width: 720px)"
            srcSet={sourceSet(other, format)}
            sizes="100vw"
            width={other.width}
            height={other.height}
          />
        ))}
      <source type="image/avif" srcSet={sourceSet(shown, 'avif')} sizes={sizes} />
      <source type="image/webp" srcSet={sourceSet(shown, 'webp')} sizes={sizes} />
      <img
        className={onPhone ? `${className} per-phone` : className}
        src={src(Math.min(width, 1200), 'jpeg')}
        width={width}
        height={height}
        alt={alt || (example ? exampleWords[example] : '')}
        loading={eager ? undefined : 'lazy'}
        decoding="async"
        style={
          onPhone
            ? ({
                '--ratio': ratioOf(crop, shown),
                '--focus': positionOf(focus),
                '--phone-ratio': ratioOf(onPhone.crop, other ?? shown),
                '--phone-focus': positionOf(onPhone.focus),
              } as CSSProperties)
            : {
                aspectRatio: ratioOf(crop, shown),
                ...(focus && { objectPosition: positionOf(focus) }),
              }
        }
      />
    </picture>
  );
}

const ratioOf = (crop: keyof typeof ratios, { width, height }: ShownPicture) =>
  ratios[crop] ?? `${width} / ${height}`;

const positionOf = (focus: Focus = middle) => `${focus.x}% ${focus.y}%`;

/** The widths of a picture that a browser may choose from. */
function sourceSet({ width, src }: ShownPicture, format: 'avif' | 'webp'): string {
  const widths = pictureWidths.filter((one) => one < width);
  const all = new Set([...widths, Math.min(width, pictureWidths.at(-1)!)]);
  return [...all].map((one) => `${src(one, format)} ${one}w`).join(', ');
}
