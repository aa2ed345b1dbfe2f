import type { FormInsert } from '@plumgate/core/forms';
import { usePage } from './page-context.ts';
import { Photo } from './photo.tsx';
import { Lines } from './words.tsx';

/** What stands among the questions of a form without asking anything. */
export function Inserts({
  inserts,
  asks,
  isLast,
}: {
  inserts: readonly FormInsert[];
  /** The key of the question that they come and go with. */
  asks?: string | undefined;
  /** After the last part of the form, and only there. */
  isLast?: boolean;
}) {
  return inserts.map((insert, index) => (
    <div key={index} className="form-insert" data-asks={asks} data-last={isLast ? '' : undefined}>
      <Insert insert={insert} />
    </div>
  ));
}

function Insert({ insert }: { insert: FormInsert }) {
  const page = usePage();
  switch (insert.kind) {
    case 'words':
      return (
        <p>
          <Lines text={page.merge(insert.text)} />
        </p>
      );
    case 'divider':
      return <hr />;
    case 'picture':
      return (
        <Photo
          picture={insert.picture}
          alt={page.merge(insert.alt)}
          sizes="(max-width: 720px) 100vw, 560px"
        />
      );
  }
}
