import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const offer: BlockView<'offer'> = {
  css: `
.offer p{margin:0}
.offer .price{font-family:var(--title-face);font-size:calc(clamp(2.4rem,6cqi,4rem)*var(--size,1));line-height:1.05;font-weight:var(--weight,700);letter-spacing:-.02em;margin:.08em 0 .16em}
.offer .below{opacity:.85}`,
  View: function Offer({ block }) {
    const { editing } = usePage();
    const line = (setting: 'above' | 'price' | 'below') =>
      block[setting] || editing ? (
        <p className={setting}>
          <Words part={block.id} setting={setting} text={block[setting]} />
        </p>
      ) : null;
    return (
      <div className="offer">
        {line('above')}
        {line('price')}
        {line('below')}
      </div>
    );
  },
};
