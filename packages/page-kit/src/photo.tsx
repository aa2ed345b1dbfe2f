import type { Focus, PictureRef } from '@plumgate/core/basics';
import { exampleOf, exampleWords } from '@plumgate/core/page';
import { usePage } from './page-context.ts';

/** The widths that pictures are asked for in, in pixels. */
export const pictureWidths = [480, 800, 1200, 1800] as const;

export const ratios = {
  wide: '3 / 2',
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
}: {
  picture: PictureRef;
  alt: string;
  /** How wide it is shown, as the `sizes` attribute says it. */
  sizes: string;
  className?: string;
  crop?: keyof typeof ratios;
  focus?: Focus;
  eager?: boolean;
}) {
  const page = usePage();
  const example = exampleOf(picture.id);
  const { width, height, src } = page.picture(picture);
  const widths = pictureWidths.filter((one) => one < width);
  const all = [...widths, Math.min(width, pictureWidths.at(-1)!)];
  const set = (format: 'avif' | 'webp') =>
    [...new Set(all)].map((one) => `${src(one, format)} ${one}w`).join(', ');
  return (
    <picture data-example={page.editing && example ? '' : undefined}>
      <source type="image/avif" srcSet={set('avif')} sizes={sizes} />
      <source type="image/webp" srcSet={set('webp')} sizes={sizes} />
      <img
        className={className}
        src={src(Math.min(width, 1200), 'jpeg')}
        width={width}
        height={height}
        alt={alt || (example ? exampleWords[example] : '')}
        loading={eager ? undefined : 'lazy'}
        decoding="async"
        style={{
          aspectRatio: ratios[crop] ?? `${width} / ${height}`,
          ...(focus && { objectPosition: `${focus.x}% ${focus.y}%` }),
        }}
      />
    </picture>
  );
}
