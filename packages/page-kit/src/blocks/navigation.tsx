import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';
import { usePageStrings } from '../page-strings.ts';

export const navigation: BlockView<'navigation'> = {
  css: `
.navigation{display:flex;flex-wrap:wrap;gap:4px 22px}
.navigation a{color:inherit;text-decoration:none;font-weight:620;padding:6px 0}
.navigation a:hover{text-decoration:underline;text-underline-offset:4px}`,
  View: function Navigation({ block }) {
    const page = usePage();
    const { site } = usePageStrings();
    if (block.items.length === 0 && page.editing) return <p>Name the pages it leads to.</p>;
    return (
      <nav className="navigation" aria-label={site}>
        {block.items.map((item, index) => {
          const href = page.pageHref(item.page);
          return (
            (href || page.editing) && (
              <a key={index} href={href ?? '#'}>
                <Words
                  part={block.id}
                  setting="items"
                  item={index}
                  field="label"
                  text={item.label}
                />
              </a>
            )
          );
        })}
      </nav>
    );
  },
};
