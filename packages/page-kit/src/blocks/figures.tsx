import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const figures: BlockView<'figures'> = {
  css: `
.figures{margin:0;display:flex;flex-wrap:wrap;gap:14px 0}
.figures div{display:flex;flex-direction:column-reverse;justify-content:flex-end;padding-inline:clamp(14px,2cqi,28px);border-left:1px solid color-mix(in srgb,currentColor 24%,transparent)}
.figures div:first-child{padding-left:0;border:0}
.figures dd{margin:0;font-family:var(--title-face);font-size:clamp(1.35rem,2.6cqi,2rem);font-weight:680;line-height:1.15;letter-spacing:-.01em;font-variant-numeric:tabular-nums}
.figures dt{font-size:.92rem;line-height:1.4;opacity:.85}
@container (max-width:720px){
.figures{display:grid;grid-template-columns:1fr 1fr;gap:18px 14px}
.figures div{padding:0;border:0}
}`,
  View: ({ block }) => (
    <dl className="figures">
      {block.items.map((item, index) => {
        const words = (field: 'figure' | 'label') => (
          <Words part={block.id} setting="items" item={index} field={field} text={item[field]} />
        );
        return (
          <div key={index}>
            <dt>{words('label')}</dt>
            <dd>{words('figure')}</dd>
          </div>
        );
      })}
    </dl>
  ),
};
