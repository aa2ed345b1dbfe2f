import { resoFields, type ResoField, type ResoRecord } from './reso.ts';

/** Headings as people write them who have no system. Common practice, no source. */
const headings: [ResoField, RegExp][] = [
  ['ListingId', /^(mls|listing)? ?(number|no|id|#)$|^mls ?#?$/],
  ['StandardStatus', /^status$/],
  ['PropertySubType', /^(home |property )?type$/],
  ['UnparsedAddress', /^(street|address|street address)$/],
  ['City', /^(city|town)$/],
  ['StateOrProvince', /^(state|province|region|county)$/],
  ['PostalCode', /^(zip|zip ?code|postcode|postal code)$/],
  ['Latitude', /^lat(itude)?$/],
  ['Longitude', /^(lng|lon|long|longitude)$/],
  ['ListPrice', /^((list|asking) )?price$/],
  ['ClosePrice', /^(sold|sale|close) price$|^sold for$/],
  ['BedroomsTotal', /^(beds|bedrooms|br)$/],
  ['BathroomsTotalDecimal', /^(baths|bathrooms|ba)$/],
  ['LivingArea', /^(size|area|living area|sq ?ft|square feet|sqm|m2|m²)$/],
  ['LotSizeAcres', /^(lot( size)?( acres)?|acres)$/],
  ['YearBuilt', /^(year|built|year built)$/],
  ['PublicRemarks', /^(about|description|remarks|words)$/],
  ['InteriorFeatures', /^features$/],
  ['ListAgentFullName', /^(agent|listing agent|list agent)$/],
  ['OnMarketDate', /^(listed|list date|listed on|on market)$/],
  ['PurchaseContractDate', /^(under contract|contract date|pending date)$/],
  ['CloseDate', /^(sold|sold on|sold date|close date|sale date)$/],
  ['VirtualTourURLUnbranded', /^(film|video|tour|virtual tour)$/],
];

/** What each column of a file holds: a field of the RESO Data Dictionary, by its name or as people write it; null for what is left alone. */
export function listingColumns(header: readonly string[]): (ResoField | null)[] {
  const taken = new Set<ResoField>();
  return header.map((heading) => {
    const plain = heading
      .trim()
      .toLowerCase()
      .replace(/[_\s]+/g, ' ');
    const field =
      resoFields.find((one) => one.toLowerCase() === plain.replaceAll(' ', '')) ??
      headings.find(([, pattern]) => pattern.test(plain))?.[0];
    if (!field || taken.has(field)) return null;
    taken.add(field);
    return field;
  });
}

/** A row of a file as a record. */
export const resoOfRow = (
  columns: readonly (ResoField | null)[],
  cells: readonly string[],
): ResoRecord =>
  Object.fromEntries(columns.flatMap((field, at) => (field ? [[field, cells[at] ?? '']] : [])));
