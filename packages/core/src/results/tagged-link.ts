/** Where a link is put, with the tags by which its visitors are told apart in the numbers (`originOf` reads them). */
export const linkPlaces = {
  'search-ads': { label: 'Search ads', source: 'search', medium: 'cpc' },
  'social-ads': { label: 'Social ads', source: 'social', medium: 'paid_social' },
  email: { label: 'An email', source: 'email', medium: 'email' },
  text: { label: 'A text message', source: 'text', medium: 'sms' },
  poster: { label: 'A poster or flyer', source: 'poster', medium: 'qr' },
  door: { label: 'At the door', source: 'door', medium: 'qr' },
} as const;
export type LinkPlace = keyof typeof linkPlaces;

const tags = ['source', 'medium', 'campaign'] as const;

/**
 * A page's address with the tags of a place, or of a source by any name. What the address asks for already stays; tags
 * that it has are replaced.
 */
export function taggedLink(
  address: string,
  given: { source: string } & Partial<Record<(typeof tags)[number], string>>,
): string {
  const url = new URL(address);
  for (const tag of tags) {
    const value = given[tag]?.trim().toLowerCase();
    if (value) url.searchParams.set(`utm_${tag}`, value);
  }
  return url.toString();
}
