import type { EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import { launchCheck, type FixPlace, type LaunchCheck } from '@plumgate/core/launch';
import { pageNode, type Draft } from '@plumgate/core/page';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Temporal } from 'temporal-polyfill';
import { Button } from '../../ui/button.tsx';
import { FindingsList, LaunchCount, readingWords } from '../launch/findings-list.tsx';
import { measuredOnPhone } from './on-phone.ts';
import { showPart } from './show-part.ts';
import { useEditor, useEditorStore } from './store.ts';
import { useUi } from './ui.ts';

/** How long, in ms, nothing must change before the page is checked again: nobody reads the list while typing. */
const pause = 300;

function checked(page: EditorPage, draft: Draft, brand: Brand): LaunchCheck {
  const index = page.steps.findIndex((step) => step.pageId === page.pageId);
  return launchCheck({
    draft,
    client: page.client,
    brand,
    now: Temporal.Instant.from(page.now),
    next: page.steps[index]?.next ?? null,
    isLast: index === page.steps.length - 1,
    // Forms that came onto the page since it was opened were given by the server as the client's own.
    around: {
      ...page.around,
      forms: [...page.around.forms, ...(Object.keys(draft.forms) as FormId[])],
    },
    here: { funnelId: page.funnel.id, pageId: page.pageId },
    // A taken ending is said where it is typed, and the server keeps none.
    addressTakenBy: null,
    onPhone: measuredOnPhone(),
  });
}

/** The launch check of the draft as it stands, a moment after each change. */
function useLaunch(page: EditorPage): LaunchCheck | null {
  const draft = useEditor((state) => state.draft);
  const brand = useEditor((state) => state.brand);
  const [check, setCheck] = useState<LaunchCheck | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setCheck(checked(page, draft, brand)), pause);
    return () => clearTimeout(timer);
  }, [page, draft, brand]);
  return check;
}

/** One list of what is missing; each line leads to its fix. */
export function LaunchPanel({ page }: { page: EditorPage }) {
  const check = useLaunch(page);
  const store = useEditorStore();
  const navigate = useNavigate();
  const { client } = useParams();
  const [open, setOpen] = useState(false);
  const fix = (place: FixPlace) => {
    setOpen(false);
    switch (place.at) {
      case 'part':
        return showPart(store, place.part);
      case 'page':
        return showPart(store, pageNode);
      case 'brand':
        return useUi.setState({ shelf: 'brand', isShelfFolded: false });
      case 'facts':
        return void navigate(`/${client}/set-up`);
      case 'calendars':
        return void navigate(`/${client}/bookings`);
      case 'path':
        return void navigate(`/${client}/funnels/${page.funnel.id}`);
      case 'tags':
        return void navigate(`/${client}/results/tags`);
    }
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>Launch check {check && <LaunchCount findings={check.findings} />}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Launch check"
          className="z-30 max-h-[70vh] w-[480px] max-w-[calc(100vw-32px)] overflow-auto rounded-card border border-line bg-sheet px-4 py-2 shadow-lg"
        >
          {check && (
            <>
              <FindingsList findings={check.findings} onFix={fix} />
              <p className="border-t border-line py-2 text-xs text-muted">
                {readingWords(check.reading)}
              </p>
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
