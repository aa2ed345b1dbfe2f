import { api } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { useMemo } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { pageContext } from './page-context.ts';
import { PageFrame } from './page-frame.tsx';

const phone = 390;

/** A step as visitors see it on a phone, small and still. */
export function Miniature({
  pageId,
  name,
  width,
  height,
}: {
  pageId: string;
  name: string;
  width: number;
  height: number;
}) {
  const { data } = useEndpoint(api.getEditorPage, { params: { pageId } });
  const shown = useMemo(() => {
    if (!data) return null;
    const draft = data.draft as Draft;
    return { page: draft.page, context: pageContext(data, draft.forms, data.client.brand, null) };
  }, [data]);
  if (!shown) return <div className="animate-pulse bg-line/50" style={{ width, height }} />;
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
