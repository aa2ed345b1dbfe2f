import { unitsText } from '../basics/index.ts';
import type { Facts } from '../clients/index.ts';
import { areaIn, listingName } from './listing-words.ts';
import type { HomeType, ListingContent, ListingStatus } from './listing.ts';

/** What schema.org calls a home of each type. From memory of https://schema.org/Accommodation and its kinds. */
const types: Partial<Record<HomeType, string>> = {
  house: 'SingleFamilyResidence',
  townhouse: 'House',
  condo: 'Apartment',
  apartment: 'Apartment',
  manufactured: 'House',
};

/** https://schema.org/ItemAvailability */
const availability: Record<ListingStatus, string> = {
  soon: 'PreOrder',
  active: 'InStock',
  pending: 'LimitedAvailability',
  sold: 'SoldOut',
  withdrawn: 'Discontinued',
};

/** A listing as schema.org's RealEstateListing in JSON-LD, with its offer and the home (https://schema.org/RealEstateListing); what is not known is left out. */
export function realEstateListing(
  listing: ListingContent,
  { currency, country }: Pick<Facts, 'currency' | 'country'>,
  { url, pictures }: { url: string; pictures: readonly string[] },
): Record<string, unknown> {
  const { place, price, beds, baths, size, year } = listing;
  const home = filled({
    '@type': types[listing.type] ?? 'Accommodation',
    address: filled({
      '@type': 'PostalAddress',
      streetAddress: listing.street,
      addressLocality: listing.town,
      addressRegion: listing.region,
      postalCode: listing.postcode,
      addressCountry: country,
    }),
    geo: place && { '@type': 'GeoCoordinates', latitude: place.lat, longitude: place.lng },
    numberOfBedrooms: beds,
    numberOfBathroomsTotal: baths,
    floorSize: size && {
      '@type': 'QuantitativeValue',
      // UN/CEFACT's common code: square feet FTK, square meters MTK.
      ...(size.unit === 'sqm' || size.unit === 'hectares'
        ? { value: areaIn(size, 'sqm'), unitCode: 'MTK' }
        : { value: Math.round(areaIn(size, 'sqft')), unitCode: 'FTK' }),
    },
    yearBuilt: year,
  });
  return filled({
    '@context': 'https://schema.org',
    '@type': 'RealEstateListing',
    name: listingName(listing),
    description: listing.about,
    url,
    image: [...pictures],
    datePosted: listing.listedOn,
    mainEntity: home,
    offers:
      price === null
        ? null
        : {
            '@type': 'Offer',
            price: unitsText({ amount: price, currency }),
            priceCurrency: currency,
            availability: `https://schema.org/${availability[listing.status]}`,
          },
  });
}

const filled = (given: Record<string, unknown>) =>
  Object.fromEntries(
    Object.entries(given).filter(
      ([, value]) =>
        value !== null && value !== '' && !(Array.isArray(value) && value.length === 0),
    ),
  );
