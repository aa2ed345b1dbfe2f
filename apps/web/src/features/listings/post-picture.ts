import type { ClientSheet } from '@plumgate/contract';
import { wordsOn } from '@plumgate/core/brand';
import {
  englishHome,
  listingFacts,
  listingName,
  listingPrice,
  type ListingContent,
} from '@plumgate/core/listings';

/** Pictures for posts, in pixels: square, upright, and as high as a phone. */
export const postSizes = {
  square: { label: 'Square', width: 1080, height: 1080 },
  upright: { label: 'Upright', width: 1080, height: 1350 },
  story: { label: 'As high as a phone', width: 1080, height: 1920 },
} as const;
export type PostSize = keyof typeof postSizes;

/** Where everything stands on a post: the picture above, and the words on a panel of their own below. */
export interface PostLayout {
  picture: { width: number; height: number };
  /** Each line with its size in pixels and where its foot is. */
  lines: { text: string; size: number; bold: boolean; y: number }[];
}

const [edge, gap] = [64, 18];

/** Lays a home out on a post of a size: the words take what they need, and the picture the rest. */
export function layoutPost(
  { width, height }: { width: number; height: number },
  listing: ListingContent,
  client: Pick<ClientSheet, 'name' | 'facts'>,
): PostLayout {
  const reader = { ...client.facts, words: englishHome };
  const told: [text: string, size: number, bold: boolean][] = [
    [englishHome.statuses[listing.status], 34, true],
    [listingPrice(listing.price, reader), 76, true],
    [listingName(listing), 46, true],
    [listingFacts(listing, reader), 38, false],
    [[client.name, client.facts.phone].filter(Boolean).join(' · '), 32, false],
  ];
  const shown = told.filter(([text]) => text !== '');
  const panel = shown.reduce((sum, [, size]) => sum + size + gap, 0) + 2 * edge - gap;
  let y = height - panel + edge;
  const lines = shown.map(([text, size, bold]) => {
    y += size;
    const line = { text, size, bold, y };
    y += gap;
    return line;
  });
  return { picture: { width, height: height - panel }, lines };
}

/** Draws a post as a PNG in the client's brand; its picture is asked of this server. */
export async function drawPost(
  size: PostSize,
  listing: ListingContent,
  client: Pick<ClientSheet, 'name' | 'brand' | 'facts'>,
): Promise<Blob> {
  const { width, height } = postSizes[size];
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d')!;
  const { picture, lines } = layoutPost(postSizes[size], listing, client);
  const { deep } = client.brand.colours;
  pen.fillStyle = deep;
  pen.fillRect(0, 0, width, height);
  const [first] = listing.pictures;
  if (first) await drawCovering(pen, `/~/pictures/${first.picture.id}-1800.webp`, picture);
  pen.fillStyle = wordsOn(deep, '#FFFFFF');
  for (const { text, size: px, bold, y } of lines) {
    pen.font = `${bold ? '700 ' : ''}${px}px system-ui, sans-serif`;
    pen.fillText(text, edge, y, width - 2 * edge);
  }
  return canvas.convertToBlob({ type: 'image/png' });
}

/** A picture that fills a box from the upper left corner, cut evenly where it is too wide or too high. */
async function drawCovering(
  pen: OffscreenCanvasRenderingContext2D,
  address: string,
  box: { width: number; height: number },
): Promise<void> {
  const answer = await fetch(address);
  if (!answer.ok) return;
  const image = await createImageBitmap(await answer.blob());
  const scale = Math.max(box.width / image.width, box.height / image.height);
  const [wide, high] = [box.width / scale, box.height / scale];
  pen.drawImage(
    image,
    ...([(image.width - wide) / 2, (image.height - high) / 2, wide, high] as const),
    ...([0, 0, box.width, box.height] as const),
  );
}
