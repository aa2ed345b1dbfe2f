import { api } from '@plumgate/contract';
import { shownPage, type Draft } from '@plumgate/core/page';
import { useMemo } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { pageContext } from './page-context.ts';
import { PageFrame } from './page-frame.tsx';
import { Seen } from './seen.tsx';

const phone = 390;

interface Shown {
  pageId: string;
  name: string;
  width: number;
  height: number;
}

/** A step as visitors see it on a phone, small and still; loaded when it comes into sight. */
export const Miniature = (shown: Shown) => (
  <div style={{ width: shown.width, height: shown.height }}>
    <Seen className="block h-full">{() => <Drawn {...shown} />}</Seen>
  </div>
);

function Drawn({ pageId, name, width, height }: Shown) {
  const { data } = useEndpoint(api.getEditorPage, { params: { pageId } });
  const shown = useMemo(() => {
    if (!data) return null;
    const draft = data.draft as Draft;
    return {
      page: shownPage(draft.page, data.client.facts),
      context: pageContext(data, draft.forms, data.client.brand, null, draft.page),
    };
  }, [data]);
  if (!shown) return <div className="h-full animate-pulse bg-line/50" />;
  return (
    <PageFrame
      still
      {...shown}
      title={`Miniature of ${name}`}
      width={phone}
      scale={width / phone}
      height={height}
    />
  );
}
