import { cssColor, isLightSurface, type Brand, type Surface } from '@plumgate/core/brand';
import type { BackPicture as Picture } from '@plumgate/core/page';
import type { CSSProperties } from 'react';
import { usePage, type ShownPicture } from './page-context.ts';
import { Photo, pictureWidths } from './photo.tsx';

/** The CSS of pictures that stay where they are while the page moves over them. Where nothing hovers, browsers jerk: they move along. */
export const fixedPictureCss =
  '.band-back.fixed{background:var(--picture) var(--at) / cover fixed}@media (hover:none),(prefers-reduced-motion:reduce){.band-back.fixed{background-attachment:scroll}}';

/** A picture behind what stands on a surface, faded into it. */
export function BackPicture({ picture, surface }: { picture: Picture; surface: Surface }) {
  const page = usePage();
  const veil = fadeInto(surface, picture.fade, page.brand);
  if (picture.fixed) {
    const still = {
      '--picture': imageSet(page.picture(picture)),
      '--at': `${picture.focus.x}% ${picture.focus.y}%`,
    };
    return <div className="band-back fixed" style={{ ...veil, ...still } as CSSProperties} />;
  }
  return (
    <div className="band-back" style={veil as CSSProperties}>
      <Photo picture={picture} alt="" sizes="100vw" focus={picture.focus} />
    </div>
  );
}

/**
 * A picture faded into a surface. Multiplied with a dark one, or screened with a light one, it is nowhere lighter or darker
 * than if the surface lay over it as a veil, and words on it can be read as well; but its own light and dark stay.
 */
function fadeInto(surface: Surface, fade: number, brand: Brand) {
  const isLight = isLightSurface(brand, surface);
  const over = (color: string) =>
    `color-mix(in srgb,${color} ${fade}%,${isLight ? '#000' : '#fff'})`;
  const colors =
    typeof surface === 'string'
      ? over(cssColor(surface))
      : `linear-gradient(${surface.angle}deg,${over(`var(--${surface.from})`)},${over(`var(--${surface.to})`)})`;
  return { '--over': colors, '--blend': isLight ? 'screen' : 'multiply' };
}

/** In the two formats that a browser chooses from, as wide as screens are. */
function imageSet({ width, src }: ShownPicture): string {
  const wide = Math.min(width, pictureWidths.at(-1)!);
  const one = (format: 'avif' | 'webp') => `url("${src(wide, format)}") type("image/${format}")`;
  return `image-set(${one('avif')},${one('webp')})`;
}
