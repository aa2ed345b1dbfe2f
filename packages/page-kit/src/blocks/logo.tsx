import { truncate } from '@plumgate/core/basics';
import type { CSSProperties } from 'react';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';

export const logo: BlockView<'logo'> = {
  css: `
.logo{display:inline-flex;align-items:center;gap:11px;font-family:var(--title-face);font-weight:680;font-size:1.2rem;line-height:1.15}
.logo i{flex:none;display:grid;place-items:center;min-width:38px;height:38px;padding:0 8px;box-sizing:border-box;border-radius:min(var(--corner),12px);background:var(--mark);color:var(--on-mark);font-style:normal;font-size:1.1rem}
.logo img{display:block;height:44px;width:auto;max-width:200px}
.logo-sized img{width:var(--width);height:var(--height);max-width:100%}
@container (max-width:720px){.logo-sized img{width:var(--phone-width);height:var(--phone-height)}}
.logo picture:has(~picture){display:var(--on-light)}
.logo .for-dark{display:var(--on-dark)}`,
  View: function Logo({ block }) {
    const page = usePage();
    const { width, phoneWidth } = block;
    const widest = width ?? phoneWidth;
    const widths = { ...sized('', width), ...sized('phone-', phoneWidth ?? width) };
    if (page.brand.logo)
      return (
        <span
          className={widest ? 'logo logo-sized' : 'logo'}
          style={widest ? (widths as CSSProperties) : undefined}
        >
          <Photo
            picture={page.brand.logo}
            alt={page.clientName}
            sizes={`${widest ?? 200}px`}
            eager
          />
          {page.brand.logoOnDark && (
            <Photo
              className="for-dark"
              picture={page.brand.logoOnDark}
              alt={page.clientName}
              sizes="200px"
            />
          )}
        </span>
      );
    const mark = page.brand.mark || truncate(page.clientName, 1);
    return (
      <span className="logo">
        <i aria-hidden="true">{mark}</i>
        {page.clientName}
      </span>
    );
  },
};

/** A width of its own with the height that follows from it, or the height that the brand's logos have. */
const sized = (prefix: string, width: number | null) => ({
  [`--${prefix}width`]: width === null ? 'auto' : `${width}px`,
  [`--${prefix}height`]: width === null ? '44px' : 'auto',
});
