import type { EditorPage } from '@plumgate/contract';
import { pageNode } from '@plumgate/core/page';
import type { PageContext } from '@plumgate/page-kit';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { pageContext } from '../pages/page-context.ts';
import { PageFrame } from '../pages/page-frame.tsx';
import { EditableWords } from './editable-words.tsx';
import { EditorProvider, useEditor, useEditorStore, type EditorStore } from './store.ts';
import { useEditorKeys } from './use-editor-keys.ts';

const wide = 1200;
const phone = 390;
const gap = 24;

/** The page wide and on a phone, side by side, both live: what is written in one stands in the other at once. */
export function Canvas({ page }: { page: EditorPage }) {
  const store = useEditorStore();
  const draft = useEditor((state) => state.draft);
  const brand = useEditor((state) => state.brand);
  const selected = useEditor((state) => state.selected);
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  const holder = useRef<HTMLDivElement>(null);

  useLayoutEffect(() => {
    const element = holder.current!;
    const observer = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const context = useMemo(() => {
    const plain = pageContext(page, draft.forms, brand, null);
    return { ...plain, editing: editingWith(store, plain.merge) };
  }, [page, draft.forms, brand, store]);
  const css = editingCss(selected);
  const onReady = useFrameHands(store);
  const views = useRef(new Set<Document>());
  const onView = useCallback(
    (inner: Document) => {
      views.current.add(inner);
      onReady(inner);
    },
    [onReady],
  );
  useEffect(() => {
    for (const inner of views.current) reveal(inner, selected);
  }, [selected]);

  const sizes = room && sizesFor(room);
  return (
    <div
      ref={holder}
      className="flex min-w-0 flex-1 justify-center gap-6 overflow-hidden bg-line/70 p-4"
    >
      {sizes && (
        <>
          <Side label={`Wide, ${wide} px · at ${Math.round(sizes.wide.scale * 100)}%`}>
            <PageFrame
              page={draft.page}
              context={context}
              title="The page, wide"
              width={wide}
              {...sizes.wide}
              extraCss={css}
              onReady={onView}
            />
          </Side>
          <Side label={`Phone, ${phone} px`} round>
            <PageFrame
              page={draft.page}
              context={context}
              title="The page on a phone"
              width={phone}
              {...sizes.phone}
              extraCss={css}
              onReady={onView}
            />
          </Side>
        </>
      )}
    </div>
  );
}

/** Brings what is selected into sight, where it is not; a frame that is gone has no window. */
function reveal(inner: Document, part: string): void {
  const element = inner.querySelector(`[data-part="${CSS.escape(part)}"]`);
  const view = inner.defaultView;
  if (!element || !view) return;
  const { top } = element.getBoundingClientRect();
  if (top < 0 || top > view.innerHeight - 120) view.scrollBy({ top: top - 60 });
}

function Side({
  label,
  round,
  children,
}: {
  label: string;
  round?: boolean;
  children: React.ReactNode;
}) {
  return (
    <figure className="grid content-start gap-1.5">
      <div
        className={`overflow-hidden ${round ? 'rounded-[22px] border-[5px] border-ink' : 'rounded-control border border-strong-line'}`}
      >
        {children}
      </div>
      <figcaption className="text-xs font-semibold text-muted">{label}</figcaption>
    </figure>
  );
}

/** The phone gets a bit over a quarter of the room, the wide view the rest; both are as tall as there is room. */
function sizesFor({ width, height }: { width: number; height: number }) {
  const inner = width - 2 * 16 - gap - 12;
  const phoneWidth = Math.min(phone, Math.max(200, inner * 0.29));
  const tall = Math.max(200, height - 2 * 16 - 24);
  return {
    wide: { scale: Math.min(1, (inner - phoneWidth) / wide), height: tall },
    phone: { scale: phoneWidth / phone, height: Math.min(tall - 10, (phoneWidth / phone) * 844) },
  };
}

function editingWith(store: EditorStore, merge: PageContext['merge']): PageContext['editing'] {
  return {
    addressOf: (part) => ({ 'data-part': part }),
    words: (part, setting, text, item, field) => (
      <EditorProvider value={store}>
        <EditableWords
          part={part}
          setting={setting}
          text={text}
          item={item}
          field={field}
          merge={merge}
        />
      </EditorProvider>
    ),
  };
}

/** One colour for what is selected, whatever its level; empty columns show that something can go there, and selected questions their answers. */
const editingCss = (selected: string) => `
html{cursor:default;scrollbar-width:none}
a,button,label{cursor:default}
.words{white-space:pre-wrap;outline:none;cursor:text}
.words:empty:before{content:'Write here';opacity:.45}
.column:empty{min-height:40px;outline:1.5px dashed #D4C8BB;outline-offset:-2px;border-radius:8px}
.column>[data-part]:hover{outline:1.5px dashed #7A2E62;outline-offset:4px}
${selected === pageNode ? '' : `[data-part="${CSS.escape(selected)}"]{outline:3px solid #7A2E62!important;outline-offset:3px}section[data-part="${CSS.escape(selected)}"]{outline-offset:-3px}[data-part="${CSS.escape(selected)}"] .asked details::details-content{content-visibility:visible}`}`;

/** Presses inside the frames select; links and buttons in them lead nowhere, and the editor's keys work there too. */
function useFrameHands(store: EditorStore): (document: Document) => void {
  const onKey = useEditorKeys();
  const keys = useRef(onKey);
  useEffect(() => {
    keys.current = onKey;
  }, [onKey]);
  return useCallback(
    (inner: Document) => {
      inner.addEventListener('click', (event) => {
        const target = event.target as Element;
        if (target.closest('a,button,label,summary')) event.preventDefault();
        store
          .getState()
          .select(target.closest('[data-part]')?.getAttribute('data-part') ?? pageNode);
      });
      inner.addEventListener('submit', (event) => event.preventDefault());
      inner.addEventListener('keydown', (event) => keys.current(event));
    },
    [store],
  );
}
