import type { EditorPage } from '@plumgate/contract';
import { pageNode, type Band } from '@plumgate/core/page';
import type { PageContext } from '@plumgate/page-kit';
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ComponentProps,
} from 'react';
import { useStore } from 'zustand';
import { pageContext } from '../pages/page-context.ts';
import { PageFrame } from '../pages/page-frame.tsx';
import { BandHandles } from './band-handles.tsx';
import { useOfferedTimes } from './offered-times.ts';
import { watchFiles } from './moving/from-outside.ts';
import { loadOf } from './moving/move.ts';
import { fromFrame, openFrames } from './moving/on-screen.ts';
import { watchPointer } from './moving/pointer.ts';
import {
  EditorProvider,
  selectionOf,
  useEditor,
  useEditorStore,
  type EditorStore,
} from './store.ts';
import { swapViews, useUi } from './ui.ts';
import { pressWords } from './words/press-words.ts';
import { ViewTools } from './view-tools.tsx';
import { viewSizes } from './view-sizes.ts';
import { throttledStore, type Pace } from './throttled-store.ts';
import { useEditorKeys } from './use-editor-keys.ts';
import { useHome } from './use-home.ts';
import { EditableText } from './words/editable-text.tsx';
import type { Writing } from '../../ui/merge-text/writing-tools.tsx';
import { PageWritingTools } from './words/page-writing-tools.tsx';

/** The other side follows a few times a second. */
const otherSide: Pace = { rest: 250, atLatest: 250 };

/** The page wide and on a phone, side by side, both live: what is written in one stands in the other at once. */
export function Canvas({ page }: { page: EditorPage }) {
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const selected = useEditor((state) => state.selected);
  const others = useEditor((state) => state.others);
  const { wide, phone, zoom, main, writing } = useUi();
  const writable = useMemo(() => (writing ? scaleToWrite(writing) : 0), [writing]);
  const { times, forms } = useOfferedTimes(page);
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

  const event = useEditor((state) => state.draft.page.event);
  const language = useEditor((state) => state.draft.page.language);
  const home = useHome(page);
  const context = useMemo(() => {
    const plain = pageContext({ ...page, home }, forms, brand, null, { event, language });
    return { ...plain, times, editing: editingWith(store, plain.merge) };
  }, [page, forms, brand, store, times, event, language, home]);
  const css = editingCss(selectionOf({ selected, others }));
  const onReady = useFrameHands(store);
  useEffect(() => watchFiles(store, document), [store]);
  useEffect(() => {
    for (const inner of openFrames) reveal(inner, selected);
  }, [selected]);
  // The settings take their room from the canvas as something is selected: what is being set stays in sight.
  useEffect(() => {
    const drawn = main === 'wide' ? wide : phone;
    for (const inner of openFrames)
      if (inner.defaultView?.innerWidth === drawn) revealAcross(holder.current!, inner, selected);
  }, [selected, room, main, wide, phone, writable]);
  // Words that are pressed in the strip are written in where they can be read.
  useEffect(() => {
    const width = writing?.editor.view.dom.ownerDocument.defaultView?.innerWidth;
    if (width === (main === 'wide' ? phone : wide)) swapViews();
  }, [writing, main, wide, phone]);

  useAppeared(store);

  const sizes = room && viewSizes(room, { wide, phone }, main, zoom, writable);
  return (
    <div className="relative flex min-w-0 flex-1">
      <PageWritingTools around={page.around} />
      <ViewTools />
      <div
        ref={holder}
        data-canvas
        // It scrolls sideways where a view is wider, by the arrow keys too.
        role="region"
        aria-label="Canvas"
        tabIndex={0}
        className="flex min-w-0 flex-1 justify-center-safe gap-6 overflow-auto bg-line/70 p-4"
      >
        {sizes && (
          <>
            <Side
              label={`Wide, ${wide} px · at ${Math.round(sizes.wide.scale * 100)}%`}
              isStrip={main === 'phone'}
            >
              <LiveFrame
                context={context}
                title="The page, wide"
                width={wide}
                {...sizes.wide}
                extraCss={css}
                onReady={onReady}
              />
            </Side>
            <Side
              label={`Phone, ${phone} px · at ${Math.round(sizes.phone.scale * 100)}%`}
              isStrip={main === 'wide'}
              round
            >
              <LiveFrame
                context={context}
                title="The page on a phone"
                width={phone}
                {...sizes.phone}
                extraCss={css}
                onReady={onReady}
              />
            </Side>
          </>
        )}
      </div>
    </div>
  );
}

/** The least that words which somebody writes in may measure on the screen, in px. */
const leastWritten = 12;

/** How large a view has to be drawn so that words in it can be written in. */
function scaleToWrite({ editor }: Writing): number {
  const { dom } = editor.view;
  const size = parseFloat(dom.ownerDocument.defaultView?.getComputedStyle(dom).fontSize ?? '');
  return size > 0 ? leastWritten / size : 0;
}

/** The draft in a frame, as it changes. */
function LiveFrame({
  onReady,
  ...rest
}: Omit<ComponentProps<typeof PageFrame>, 'page'> & { onReady: (inner: Document) => void }) {
  const store = useEditorStore();
  const frame = useRef<Document>(null);
  const [reading] = useState(() =>
    throttledStore(
      store,
      ({ editor }) => editor.view.dom.ownerDocument !== frame.current,
      otherSide,
    ),
  );
  const page = useStore(reading, (state) => state.draft.page);
  const ready = useCallback(
    (inner: Document) => {
      frame.current = inner;
      onReady(inner);
    },
    [onReady],
  );
  return <PageFrame {...rest} page={page} onReady={ready} />;
}

/** Brings what is selected into sight, where it is not; a frame that is gone has no window. */
function reveal(inner: Document, part: string): void {
  const element = inner.querySelector(`[data-part="${CSS.escape(part)}"]`);
  const view = inner.defaultView;
  if (!element || !view) return;
  const { top } = element.getBoundingClientRect();
  if (top < 0 || top > view.innerHeight - 120) view.scrollBy({ top: top - 60 });
}

/** Scrolls the canvas sideways to a part that stands beyond its edge; bands are as wide as the page, and stay as they are. */
function revealAcross(canvas: HTMLElement, inner: Document, part: string): void {
  const element = inner.querySelector(`[data-part="${CSS.escape(part)}"]:not(section)`);
  if (!element) return;
  const { left, right } = element.getBoundingClientRect();
  const [from, to] = [fromFrame(inner, left, 0), fromFrame(inner, right, 0)];
  if (!from || !to) return;
  const [start, end] = seenBesideStrip(canvas);
  const [before, beyond] = [from.x - start - aroundPart, to.x - end + aroundPart];
  if (before < 0) canvas.scrollBy({ left: before });
  else if (beyond > 0) canvas.scrollBy({ left: Math.min(beyond, before) });
}
/** In px. */
const aroundPart = 20;

/** From where to where the canvas shows the view that is worked in: the strip stands before its edge. */
function seenBesideStrip(canvas: HTMLElement): [start: number, end: number] {
  const { left, right } = canvas.getBoundingClientRect();
  const strip = canvas.querySelector('figure.sticky')?.getBoundingClientRect();
  if (!strip) return [left, right];
  return strip.left - left < right - strip.right ? [strip.right, right] : [left, strip.left];
}

/** Brings what was just added into sight, in every frame once it is drawn there, and opens its first words in the wide one. */
function useAppeared(store: EditorStore): void {
  const appeared = useUi((ui) => ui.appeared);
  useEffect(() => {
    if (!appeared) return;
    let turns = 0;
    const look = () => {
      const drawn = [...openFrames].flatMap(
        (inner) => inner.querySelector<HTMLElement>(`[data-part="${CSS.escape(appeared)}"]`) ?? [],
      );
      if (drawn.length < openFrames.size && ++turns < 30) {
        waiting = requestAnimationFrame(look);
        return;
      }
      useUi.setState({ appeared: null });
      for (const part of drawn) centre(part);
      const widest = drawn.toSorted((a, b) => viewWidth(b) - viewWidth(a))[0];
      const words = widest?.querySelector<HTMLElement>('.words');
      if (words) pressWords(words, store);
    };
    let waiting = requestAnimationFrame(look);
    return () => cancelAnimationFrame(waiting);
  }, [appeared, store]);
}

const viewWidth = (part: HTMLElement) => part.ownerDocument.defaultView?.innerWidth ?? 0;

/** Scrolls a part to the middle of its frame, and nothing around the frame. */
function centre(part: HTMLElement): void {
  const view = part.ownerDocument.defaultView;
  if (!view) return;
  const { top, height } = part.getBoundingClientRect();
  view.scrollBy({ top: top - Math.max(0, view.innerHeight - height) / 2 });
}

/** A view with what it is; the strip stays in sight beside the one that is worked in, however that is scrolled. */
function Side({
  label,
  isStrip,
  round,
  children,
}: {
  label: string;
  isStrip: boolean;
  round?: boolean;
  children: React.ReactNode;
}) {
  return (
    <figure
      className={`grid shrink-0 content-start gap-1.5 ${isStrip ? 'sticky inset-x-0 z-5' : ''}`}
    >
      <div
        className={`overflow-hidden ${round ? 'rounded-[22px] border-[5px] border-ink' : 'rounded-control border border-strong-line'}`}
      >
        {children}
      </div>
      <figcaption className="w-0 min-w-full text-xs font-semibold text-muted">{label}</figcaption>
    </figure>
  );
}

/** The phone gets a bit over a quarter of the room, the wide view the rest; a zoom of one's own may need to be scrolled. */
function editingWith(store: EditorStore, merge: PageContext['merge']): PageContext['editing'] {
  const inEditor = (part: React.ReactNode) => <EditorProvider value={store}>{part}</EditorProvider>;
  return {
    addressOf: (part) => ({ 'data-part': part }),
    words: (part, setting, value, item, field) =>
      inEditor(<EditableText isRich={false} {...{ part, setting, value, item, field, merge }} />),
    rich: (part, setting, value) =>
      inEditor(<EditableText isRich {...{ part, setting, value, merge }} />),
    handles: (band: Band) => inEditor(<BandHandles band={band} />),
  };
}

/** One colour for what is selected, whatever its level; empty columns show that something can go there; what is selected shows its questions' answers, and lines that visitors don't see since nothing is written in them. */
const editingCss = (selection: string[]) => `
html{cursor:default;scrollbar-width:none}
body{user-select:none}
a,button,label{cursor:default}
.words{white-space:pre-wrap;outline:none;cursor:text}
.words.writing{user-select:text;white-space:break-spaces;overflow-wrap:break-word}
.words:empty:before,.words.writing:has(>.ProseMirror-trailingBreak:only-child):before{content:'Write here';opacity:.45}
:is(p,small,figcaption):has(.words:empty){display:none}
.field-value{background:#7a2e6222;border-radius:3px}
.writing .field-value.ProseMirror-selectednode{outline:2px solid #7A2E62}
.column:empty{min-height:40px;outline:1.5px dashed #D4C8BB;outline-offset:-2px;border-radius:8px}
.column>[data-part]:hover{outline:1.5px dashed #7A2E62;outline-offset:4px}
picture[data-example]{display:block;position:relative}
picture[data-example]:after{content:'Example picture';position:absolute;top:12px;right:12px;padding:3px 10px;border-radius:99px;background:#FBEFD6;color:#7A4E0C;font:600 14px system-ui}
picture[data-example]:has(.to-edge),:is(.team,.reviews) picture[data-example]{display:contents}
.popup-made{position:static;max-height:none;width:min(640px,100%);margin:28px auto;outline:2px dashed #D4C8BB;overflow:visible}
.popup-made:before{content:'Popup: ' attr(data-label);display:block;font:600 13px system-ui;color:#65605a;padding:6px 12px}
[data-section-name]{margin-top:44px}
[data-section-name]:before{content:'Section: ' attr(data-section-name) ' · #' attr(data-section);position:absolute;top:-34px;left:12px;font:600 14px system-ui;color:#65605a}
${selection
  .filter((part) => part !== pageNode)
  .map((part) => CSS.escape(part))
  .map(
    (part) =>
      `[data-part="${part}"]{outline:3px solid #7A2E62!important;outline-offset:3px}section[data-part="${part}"]{outline-offset:-3px}[data-part="${part}"] :is(p,small,figcaption):has(.words:empty){display:revert}[data-part="${part}"] .asked details::details-content{content-visibility:visible}`,
  )
  .join('')}`;

/**
 * Presses inside the frames select, and drags move; links and buttons in them lead nowhere, and the editor's keys work
 * there too. A press on words opens them for writing.
 */
function useFrameHands(store: EditorStore): (document: Document) => void {
  const onKey = useEditorKeys();
  const keys = useRef(onKey);
  useEffect(() => {
    keys.current = onKey;
  }, [onKey]);
  return useCallback(
    (inner: Document) => {
      for (const old of openFrames) if (!old.defaultView) openFrames.delete(old);
      openFrames.add(inner);
      const isWriting = (target: Element) => target.closest('.writing') !== null;
      inner.addEventListener('pointerdown', (event) => {
        const target = event.target as Element;
        if (isWriting(target) || target.closest('[data-handle]')) return;
        const part = target.closest('[data-part]')?.getAttribute('data-part');
        if (part) watchPointer(store, event, inner, () => loadOf(store, part));
      });
      // Else the browser would select text under a drag, and put a caret where nothing is written.
      inner.addEventListener('mousedown', (event) => {
        if (isWriting(event.target as Element)) return;
        event.preventDefault();
        (inner.activeElement as HTMLElement | null)?.blur();
        inner.defaultView?.focus();
      });
      inner.addEventListener('click', (event) => {
        const target = event.target as Element;
        if (target.closest('a,button,label,summary')) event.preventDefault();
        if (isWriting(target) || target.closest('[data-handle]')) return;
        const also = event.ctrlKey || event.metaKey || event.shiftKey;
        store
          .getState()
          .select(target.closest('[data-part]')?.getAttribute('data-part') ?? pageNode, also);
        const key = target.closest<HTMLElement>('[data-words]')?.dataset.words;
        if (key && !also)
          useUi.setState({ pressed: { key, inner, x: event.clientX, y: event.clientY } });
      });
      inner.addEventListener('submit', (event) => event.preventDefault());
      watchFiles(store, inner);
      for (const kind of ['keydown', 'copy', 'cut', 'paste'])
        inner.addEventListener(kind, (event) => keys.current(event));
    },
    [store],
  );
}
