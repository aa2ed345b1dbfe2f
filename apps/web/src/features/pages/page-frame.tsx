import { brandVariables, type Brand } from '@plumgate/core/brand';
import type { PageDocument } from '@plumgate/core/page';
import { cssFor, fontFaces, PageView, type PageContext } from '@plumgate/page-kit';
import { useMemo, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

/** With its doctype, since a document without one is laid out by the rules of older browsers. */
const emptyDocument = '<!doctype html><html lang="en"><head></head><body></body></html>';

/**
 * A page in a frame of its own, shown smaller than it is. The frame keeps the app's CSS out, so that what stands here
 * is laid out as it is live; `width` is what the page believes its screen to be, in CSS pixels.
 */
export function PageFrame(props: {
  page: PageDocument;
  context: PageContext;
  title: string;
  width: number;
  scale: number;
  height: number;
  extraCss?: string;
  onReady?: (document: Document) => void;
  still?: boolean;
}) {
  const { width, scale, height } = props;
  const [body, setBody] = useState<HTMLElement | null>(null);
  return (
    <div style={{ width: width * scale, height }} className="overflow-hidden bg-sheet">
      <iframe
        srcDoc={emptyDocument}
        onLoad={(event) => {
          const inner = event.currentTarget.contentDocument;
          if (!inner) return;
          setBody(inner.body);
          props.onReady?.(inner);
        }}
        title={props.title}
        tabIndex={props.still ? -1 : undefined}
        className={`origin-top-left border-0 ${props.still ? 'pointer-events-none' : ''}`}
        style={{ width, height: height / scale, transform: `scale(${scale})` }}
      />
      {body && createPortal(<Inside {...props} brand={props.context.brand} />, body)}
    </div>
  );
}

function Inside({
  page,
  context,
  brand,
  extraCss = '',
  still,
}: {
  page: PageDocument;
  context: PageContext;
  brand: Brand;
  extraCss?: string;
  still?: boolean;
}): ReactNode {
  const branded = useMemo(
    () =>
      `:root{${brandVariables(brand)}}${fontFaces(brand.typePair, '/~/fonts').replaceAll('optional', 'swap')}`,
    [brand],
  );
  const css = branded + cssFor(page, brand);
  return (
    <>
      <style>{css + extraCss}</style>
      <div inert={still}>
        <PageView page={page} context={context} />
      </div>
    </>
  );
}
