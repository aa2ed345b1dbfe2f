import { newBand, newBlock, type Band, type Block, spaces } from '@plumgate/core/page';

/** A band of the demo's pages; its columns are named after it. */
export const band = (
  id: string,
  name: string,
  changes: Partial<Band>,
  ...columns: { share?: number; blocks: Block[] }[]
): Band =>
  newBand(
    id,
    columns.map(({ share = 1, blocks }, index) => ({ id: `${id}-${index + 1}`, share, blocks })),
    { name, ...changes },
  );

/** The logo and a number to call, with a line above it. */
export const header = (above: string): Band =>
  band(
    'header',
    'Header',
    { space: spaces.bar, phone: 'beside' },
    { blocks: [newBlock('logo', 'logo')] },
    { blocks: [newBlock('call-button', 'header-call', { above })] },
  );

/** The legal line from the client's facts. */
export const footer = (privacyHref: string): Band =>
  band(
    'footer',
    'Legal footer',
    { space: spaces.snug, surface: 'deep' },
    {
      blocks: [
        newBlock('legal-footer', 'legal', {
          text: '{{ client.name }} · {{ client.address }}\n{{ client.hours }} · {{ client.license }}',
          privacyHref,
        }),
      ],
    },
  );
