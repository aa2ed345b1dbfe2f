import { api, type ListingView } from '@plumgate/contract';
import { listingName } from '@plumgate/core/listings';
import { linkPlaces, taggedLink } from '@plumgate/core/results';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { saveAs, saveBlob } from '../../ui/save-file.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { noTab, printInTab } from '../sharing/print-sheet.ts';
import { qrPng, qrSvg } from '../sharing/qr.ts';
import { drawPost, postSizes, type PostSize } from './post-picture.ts';
import { cardDesigns, windowCard, type CardDesign } from './window-card.ts';

/** What is drawn from a home that has a page: its code, cards for the window, and pictures for posts. */
export function ShareHome({
  clientId,
  home: { content, page },
  onClose,
}: {
  clientId: string;
  home: ListingView;
  onClose: () => void;
}) {
  const sheet = useEndpoint(api.getClient, { params: { clientId } });
  if (sheet.isError) return <Failed error={sheet.error} again={() => void sheet.refetch()} />;
  const client = sheet.data;
  const { address } = page!;
  const tried = (work: () => Promise<void>) =>
    void work().catch((error: unknown) => toast.error(messageOf(error)));
  const printCard = async (design: CardDesign) => {
    const link = taggedLink(address, linkPlaces.door);
    const qr = await qrSvg(link);
    const given = { client: client!, listing: content, address, qr, origin: location.origin };
    if (!printInTab(windowCard(design, given))) toast.error(noTab);
  };
  const savePost = async (size: PostSize) =>
    saveBlob(
      await drawPost(size, content, client!),
      `${content.street} ${postSizes[size].label}.png`,
    );
  return (
    <Dialog title={listingName(content)} width="w-[560px]" onClose={onClose}>
      {!client ? (
        <Skeleton lines={4} />
      ) : (
        <div className="grid gap-5">
          <Group title="Link and code">
            <Button look="main" onClick={() => void copyText(address)}>
              Copy the link
            </Button>
            <Button
              onClick={() =>
                tried(async () =>
                  saveAs(
                    await qrPng(taggedLink(address, linkPlaces.poster)),
                    `${content.street} code.png`,
                  ),
                )
              }
            >
              Code for a flyer
            </Button>
          </Group>
          <Group title="Card for the window">
            {Object.entries(cardDesigns).map(([design, label]) => (
              <Button key={design} onClick={() => tried(() => printCard(design as CardDesign))}>
                {label}
              </Button>
            ))}
          </Group>
          <Group title="Picture for a post">
            {Object.entries(postSizes).map(([size, { label, width, height }]) => (
              <Button key={size} onClick={() => tried(() => savePost(size as PostSize))}>
                {label}, {width} × {height}
              </Button>
            ))}
          </Group>
          <p className="text-xs text-muted">
            Codes on cards and flyers carry a tag: people who scan one are counted under Sources.
          </p>
        </div>
      )}
    </Dialog>
  );
}

const Group = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <section className="grid gap-2">
    <h3 className="text-xs font-semibold">{title}</h3>
    <div className="flex flex-wrap gap-2">{children}</div>
  </section>
);
