import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const heading: BlockView<'heading'> = {
  css: `
.heading{font-family:var(--title-face);line-height:1.08;letter-spacing:-.015em;font-weight:var(--weight,680);margin:0;text-wrap:balance;overflow-wrap:anywhere}
h1.heading{font-size:calc(clamp(2.2rem,5.3cqi,3.7rem)*var(--size,1))}
h2.heading{font-size:calc(clamp(1.6rem,3.4cqi,2.5rem)*var(--size,1));line-height:1.15}
h3.heading{font-size:calc(1.22rem*var(--size,1));line-height:1.3;letter-spacing:-.005em}`,
  View: ({ block }) => {
    const Tag = `h${block.level}` as const;
    return (
      <Tag className="heading">
        <Words part={block.id} setting="text" text={block.text} />
      </Tag>
    );
  },
};
