import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';
import { usePageStrings } from '../page-strings.ts';

export const legalFooter: BlockView<'legal-footer'> = {
  css: `.legal{font-size:.88rem;line-height:1.6}.legal a{color:inherit}`,
  View: function LegalFooter({ block }) {
    const page = usePage();
    const { privacy } = usePageStrings();
    return (
      <footer className="legal">
        <Words part={block.id} setting="text" text={block.text} />
        {block.privacyHref && (
          <>
            {' '}
            <a href={page.editing ? '#' : block.privacyHref}>{privacy}</a>
          </>
        )}
      </footer>
    );
  },
};
