import { truncate } from '@plumgate/core/basics';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';

export const logo: BlockView<'logo'> = {
  css: `
.logo{display:inline-flex;align-items:center;gap:11px;font-family:var(--title-face);font-weight:680;font-size:1.2rem;line-height:1.15}
.logo i{flex:none;display:grid;place-items:center;min-width:38px;height:38px;padding:0 8px;box-sizing:border-box;border-radius:min(var(--corner),12px);background:var(--action);color:var(--on-action);font-style:normal;font-size:1.1rem}
.logo img{display:block;height:44px;width:auto;max-width:200px}
.logo .for-dark,:is(.on-deep,.on-action) .logo picture:has(~picture){display:none}
:is(.on-deep,.on-action) .logo .for-dark{display:block}
.on-action .logo i{background:var(--paper);color:var(--on-paper)}`,
  View: function Logo() {
    const page = usePage();
    if (page.brand.logo)
      return (
        <span className="logo">
          <Photo picture={page.brand.logo} alt={page.clientName} sizes="200px" eager />
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
