import { localBusiness } from '@plumgate/core/clients';
import { realEstateListing } from '@plumgate/core/listings';
import type { PageDocument } from '@plumgate/core/page';
import type { PageContext } from './page-context.ts';

/** What a page says about itself to search engines and where it is shared. */
export interface PageMetadata {
  /** The page's one address, whole, as RFC 6596 has it. */
  canonical: string;
  /** Where its own picture for sharing is, whole, and its size in pixels. */
  card: { src: string; width: number; height: number };
  /** A page that is given only for answers, or that shows one visitor's own things, is nothing for search engines. */
  isHidden: boolean;
}

/**
 * The tags for search engines and for links that are shared: the Open Graph protocol (ogp.me), schema.org's
 * LocalBusiness as JSON-LD, of a page about a home RealEstateListing too, and the robots tag.
 */
export function Metadata({
  page,
  context,
  metadata: { canonical, card, isHidden },
}: {
  page: PageDocument;
  context: PageContext;
  metadata: PageMetadata;
}) {
  const { facts, clientName, listing, merge, picture } = context;
  const business = localBusiness(clientName, facts, new URL(canonical).origin);
  const [title, description] = [merge(page.title), merge(page.description)];
  return (
    <>
      <link rel="canonical" href={canonical} />
      {isHidden && <meta name="robots" content="noindex" />}
      <meta property="og:type" content="website" />
      <meta property="og:title" content={title} />
      {description && <meta property="og:description" content={description} />}
      <meta property="og:url" content={canonical} />
      <meta property="og:site_name" content={clientName} />
      <meta property="og:locale" content={page.language.replace('-', '_')} />
      <meta property="og:image" content={card.src} />
      <meta property="og:image:width" content={String(card.width)} />
      <meta property="og:image:height" content={String(card.height)} />
      <meta name="twitter:card" content="summary_large_image" />
      <Told data={business} />
      {listing && (
        <Told
          data={realEstateListing(listing.content, facts, {
            url: canonical,
            pictures: listing.content.pictures
              .slice(0, 10)
              .map((one) => new URL(picture(one.picture).src(1200, 'jpeg'), canonical).href),
          })}
        />
      )}
    </>
  );
}

const Told = ({ data }: { data: Record<string, unknown> }) => (
  <script
    type="application/ld+json"
    dangerouslySetInnerHTML={{ __html: JSON.stringify(data).replaceAll('<', '\\u003c') }}
  />
);
