import { api, type EditorPage, type PathBoard, type PathStep } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { blocksOf, type Draft } from '@plumgate/core/page';
import { linkPlaces, taggedLink, type LinkPlace } from '@plumgate/core/results';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { pageContext } from '../pages/page-context.ts';
import { noTab, printInTab, printSheet } from './print-sheet.ts';
import { saveAs } from '../../ui/save-file.ts';
import { qrPng, qrSvg } from './qr.ts';
import { Approvals } from './approvals.tsx';

/** A funnel's way out: its link, told apart by where it is put, as a code and on a sheet; and the client's own look at it. */
export function ShareDialog({
  board,
  startAt,
  onClose,
}: {
  board: PathBoard;
  /** The step whose link is shown at first, where that is not the first. */
  startAt?: PageId;
  onClose: () => void;
}) {
  const [pageId, setPageId] = useState(startAt ?? board.steps[0]?.pageId);
  const step = board.steps.find((one) => one.pageId === pageId);
  return (
    <Dialog title="Share" width="w-[760px]" onClose={onClose}>
      <div className="grid gap-6">
        {step && (
          <>
            {board.steps.length > 1 && (
              <SelectField
                label="Which step"
                options={Object.fromEntries(
                  board.steps.map((one, index) => [one.pageId, `${index + 1} · ${one.name}`]),
                )}
                value={step.pageId}
                onChange={(event) => setPageId(event.target.value as PageId)}
              />
            )}
            <Links key={step.pageId} board={board} step={step} />
          </>
        )}
        <Approvals funnelId={board.funnel.id} />
      </div>
    </Dialog>
  );
}

/** What a page says first, as its visitors read it. */
function headlineOf(page: EditorPage): string {
  const draft = page.draft as Draft;
  const { merge } = pageContext(page, draft.forms, page.client.brand, null, draft.page);
  const first = blocksOf(draft.page).find((block) => block.kind === 'heading');
  return merge(first?.text ?? draft.page.title);
}

function Links({ board, step }: { board: PathBoard; step: PathStep }) {
  const page = useEndpoint(api.getEditorPage, { params: { pageId: step.pageId } }).data;
  const client = useEndpoint(api.getClient, { params: { clientId: board.funnel.clientId } }).data;
  const [place, setPlace] = useState<LinkPlace | 'plain' | 'own'>('plain');
  const [own, setOwn] = useState('');
  const [svg, setSvg] = useState('');
  const plain = client && `${client.knownSite}/${step.slug}`;
  const link =
    !plain || place === 'plain' || (place === 'own' && !own.trim())
      ? plain
      : taggedLink(plain, place === 'own' ? { source: own } : linkPlaces[place]);
  useEffect(() => {
    let isCurrent = true;
    if (link) void qrSvg(link).then((drawn) => isCurrent && setSvg(drawn));
    return () => {
      isCurrent = false;
    };
  }, [link]);
  if (!client || !link) return <div className="h-64 animate-pulse rounded-card bg-line/60" />;
  const says = page ? headlineOf(page) : step.name;
  const print = () => {
    if (!printInTab(printSheet(client, says, link, svg, location.origin))) toast.error(noTab);
  };
  return (
    <section className="grid grid-cols-[1fr_200px] gap-5 max-md:grid-cols-1">
      <div className="grid content-start gap-3">
        {step.state === 'draft' && (
          <p className="font-semibold text-honey">
            This step is not live yet. Publish it before anybody gets the link.
          </p>
        )}
        <SelectField
          label="Where the link goes"
          help="Visitors who use it are counted under Sources."
          value={place}
          options={{
            plain: 'Anywhere, without a tag',
            ...Object.fromEntries(
              Object.entries(linkPlaces).map(([key, { label }]) => [key, label]),
            ),
            own: 'Something else…',
          }}
          onChange={(event) => setPlace(event.target.value as typeof place)}
        />
        {place === 'own' && (
          <TextField
            label="Name"
            help="As it should appear under Sources"
            maxLength={60}
            value={own}
            onChange={(event) => setOwn(event.target.value)}
          />
        )}
        <p className="rounded-control border border-line bg-paper px-3 py-2 break-all">{link}</p>
        <div className="flex flex-wrap gap-2">
          <Button look="main" onClick={() => void copyText(link)}>
            Copy the link
          </Button>
          <Button
            onClick={() =>
              void copyText(`${says.replaceAll('\n', ' ')}\n${client.name} invites you: ${link}`)
            }
          >
            Copy for a message
          </Button>
        </div>
      </div>
      <div className="grid content-start justify-items-center gap-2">
        <div
          role="img"
          aria-label={`The code of ${link}`}
          className="size-[190px] rounded-control border border-line bg-sheet [&_svg]:size-full"
          dangerouslySetInnerHTML={{ __html: svg }}
        />
        <div className="flex flex-wrap justify-center gap-1">
          <Button
            look="quiet"
            onClick={() =>
              saveAs(`data:image/svg+xml,${encodeURIComponent(svg)}`, `${step.slug}.svg`)
            }
          >
            SVG
          </Button>
          <Button
            look="quiet"
            onClick={() => void qrPng(link).then((png) => saveAs(png, `${step.slug}.png`))}
          >
            PNG
          </Button>
          <Button look="quiet" onClick={print}>
            Print a sheet
          </Button>
        </div>
      </div>
    </section>
  );
}
