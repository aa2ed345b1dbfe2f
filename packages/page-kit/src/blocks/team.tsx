import { truncate } from '@plumgate/core/basics';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { Words } from '../words.tsx';

export const team: BlockView<'team'> = {
  css: `
.team{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,220px),1fr));gap:clamp(20px,3cqi,36px)}
.team :is(img,i){display:grid;place-items:center;width:112px;height:112px;border-radius:50%;object-fit:cover;margin-bottom:12px;background:var(--action);color:var(--on-action);font:680 2rem var(--title-face)}
.team li:only-child{display:grid;grid-template-columns:auto 1fr;grid-template-rows:1fr auto auto 1fr;column-gap:24px}
.team picture{display:contents}
.team source{display:none}
.team li:only-child :is(img,i){grid-row:1/-1;align-self:center;margin:0}
.team li:only-child>b{align-self:end}
.team li:only-child img{width:160px;height:160px}
@container (max-width:720px){.team li:only-child img{width:112px;height:112px}}
.team b{display:block;font-family:var(--title-face);font-size:1.16rem;line-height:1.3}
.team small{display:block;font-size:.9rem;opacity:.8;margin-bottom:6px}`,
  View: function Team({ block }) {
    const page = usePage();
    const words = (index: number, field: 'name' | 'role' | 'text') => (
      <Words
        part={block.id}
        setting="items"
        item={index}
        field={field}
        text={block.items[index]![field]}
      />
    );
    return (
      <ul className="team">
        {block.items.map((item, index) => (
          <li key={index}>
            {item.picture ? (
              <Photo
                picture={item.picture}
                alt={page.merge(item.name)}
                sizes="(max-width: 720px) 112px, 160px"
                crop="square"
              />
            ) : (
              <i aria-hidden="true">{truncate(page.merge(item.name), 1)}</i>
            )}
            <b>{words(index, 'name')}</b>
            <small>{words(index, 'role')}</small>
            {words(index, 'text')}
          </li>
        ))}
      </ul>
    );
  },
};
