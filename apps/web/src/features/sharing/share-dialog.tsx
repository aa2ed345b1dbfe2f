import { api, type PathBoard } from '@plumgate/contract';
import { linkPlaces, taggedLink, type LinkPlace } from '@plumgate/core/results';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useAsk } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { printSheet } from './print-sheet.ts';
import { qrPng, qrSvg } from './qr.ts';
import { Reviews } from './reviews.tsx';

/** A funnel's way out: its link, told apart by where it is put, as a code and on a sheet; and the client's own look at it. */
export function ShareDialog({ board, onClose }: { board: PathBoard; onClose: () => void }) {
  const first = board.steps[0];
  return (
    <Dialog title="Share" width="w-[760px]" onClose={onClose}>
      <div className="grid gap-6">
        {first && <Links board={board} slug={first.slug} isLive={first.state !== 'draft'} />}
        <Reviews funnelId={board.funnel.id} />
      </div>
    </Dialog>
  );
}

function Links({ board, slug, isLive }: { board: PathBoard; slug: string; isLive: boolean }) {
  const client = useAsk(api.getClient, { params: { clientId: board.funnel.clientId } }).data;
  const [place, setPlace] = useState<LinkPlace | 'plain' | 'own'>('plain');
  const [own, setOwn] = useState('');
  const [svg, setSvg] = useState('');
  const plain = client && `${client.knownSite}/${slug}`;
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
  const title = board.funnel.name;
  const print = () => {
    const sheet = window.open('', '_blank');
    if (!sheet)
      return toast.error('The browser kept the sheet from opening. Allow it to, and try again.');
    sheet.document.write(printSheet(client, title, link, svg));
    sheet.document.close();
    return sheet.print();
  };
  return (
    <section className="grid grid-cols-[1fr_200px] gap-5 max-md:grid-cols-1">
      <div className="grid content-start gap-3">
        {!isLive && (
          <p className="font-semibold text-honey">
            Its first page is not live yet. Publish it before anybody gets the link.
          </p>
        )}
        <SelectField
          label="The link goes into"
          help="Visitors are counted by it under “Arriving from”."
          value={place}
          options={{
            plain: 'Anything, untagged',
            ...Object.fromEntries(
              Object.entries(linkPlaces).map(([key, { label }]) => [key, label]),
            ),
            own: 'Something else…',
          }}
          onChange={(event) => setPlace(event.target.value as typeof place)}
        />
        {place === 'own' && (
          <TextField
            label="Call it"
            help="As it shall stand under “Arriving from”"
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
          <Button onClick={() => void copyText(`${title}\n${client.name} invites you: ${link}`)}>
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
            onClick={() => save(`data:image/svg+xml,${encodeURIComponent(svg)}`, `${slug}.svg`)}
          >
            SVG
          </Button>
          <Button
            look="quiet"
            onClick={() => void qrPng(link).then((png) => save(png, `${slug}.png`))}
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

function save(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
