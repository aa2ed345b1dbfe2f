import {
  done,
  failed,
  minorUnits,
  unitsText,
  type CurrencyCode,
  type Outcome,
} from '../basics/index.ts';
import {
  emptyListing,
  ListingContent,
  listingLimits,
  type Area,
  type AreaUnit,
  type HomeType,
  type ListingStatus,
} from './listing.ts';

/**
 * Listings in the field names and enumerations of the RESO Data Dictionary (resource Property), the trade's open standard.
 * Names and enumerations are from memory of Data Dictionary 1.7 and 2.0, not checked against the published text. Fields that
 * are not among these are left alone.
 */
export const resoFields = [
  ...['ListingKey', 'ListingId', 'StandardStatus', 'PropertyType', 'PropertySubType'],
  ...['UnparsedAddress', 'StreetNumber', 'StreetName', 'StreetSuffix', 'UnitNumber'],
  ...['City', 'StateOrProvince', 'PostalCode', 'Latitude', 'Longitude'],
  ...['ListPrice', 'OriginalListPrice', 'PreviousListPrice', 'PriceChangeTimestamp', 'ClosePrice'],
  ...['BedroomsTotal', 'BathroomsTotalDecimal', 'BathroomsFull', 'BathroomsHalf'],
  ...['BathroomsTotalInteger', 'LivingArea', 'LivingAreaUnits'],
  ...['LotSizeArea', 'LotSizeUnits', 'LotSizeSquareFeet', 'LotSizeAcres', 'YearBuilt'],
  ...['PublicRemarks', 'InteriorFeatures', 'ExteriorFeatures', 'ListAgentFullName'],
  ...['ListingContractDate', 'OnMarketDate', 'PurchaseContractDate', 'CloseDate', 'OffMarketDate'],
  ...['VirtualTourURLUnbranded', 'VirtualTourURLBranded'],
] as const;
export type ResoField = (typeof resoFields)[number];

/** One listing as RESO has it; what its values are is found out as they are read. */
export type ResoRecord = Partial<Record<ResoField, unknown>>;

const statuses: Record<string, ListingStatus> = {
  'coming soon': 'soon',
  active: 'active',
  'active under contract': 'pending',
  pending: 'pending',
  closed: 'sold',
  hold: 'withdrawn',
  withdrawn: 'withdrawn',
  canceled: 'withdrawn',
  expired: 'withdrawn',
  // As people write it who have no system.
  'for sale': 'active',
  'under contract': 'pending',
  sold: 'sold',
  'off the market': 'withdrawn',
};
const statusNames: Record<ListingStatus, string> = {
  soon: 'Coming Soon',
  active: 'Active',
  pending: 'Pending',
  sold: 'Closed',
  withdrawn: 'Withdrawn',
};

const subTypes: [RegExp, HomeType][] = [
  [/condominium|condo/, 'condo'],
  [/townhouse|town house/, 'townhouse'],
  [/apartment|co-?op|cooperative/, 'apartment'],
  [/duplex|triplex|quadruplex|multi/, 'multi-family'],
  [/manufactured|mobile/, 'manufactured'],
  [/land|lot/, 'land'],
  [/single family|house|detached|cabin|farm/, 'house'],
];
const subTypeNames: Record<HomeType, string> = {
  house: 'Single Family Residence',
  condo: 'Condominium',
  townhouse: 'Townhouse',
  apartment: 'Apartment',
  'multi-family': 'Multi Family',
  manufactured: 'Manufactured Home',
  land: 'Unimproved Land',
  other: '',
};

const unitNames: Record<AreaUnit, string> = {
  sqft: 'Square Feet',
  sqm: 'Square Meters',
  acres: 'Acres',
  hectares: 'Hectares',
};

/** What a listing was read with: the client's currency, and the unit in which sizes without one are meant. */
export interface ResoReader {
  currency: CurrencyCode;
  unit: 'sqft' | 'sqm';
}

/** A listing that was read, with the name of its agent: who that is among the client's staff is found by it. */
export interface ReadListing {
  content: ListingContent;
  agentName: string;
}

/** Reads a listing of the RESO Data Dictionary; what can't be one comes back as a sentence that names the field. */
export function listingFromReso(given: unknown, reader: ResoReader): Outcome<ReadListing, string> {
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    return failed('It is not a record.');
  const record = given as ResoRecord;
  try {
    const content = contentOf(record, reader);
    const checked = ListingContent.safeParse(content);
    if (!checked.success) {
      const [issue] = checked.error.issues;
      return failed(`${issue!.path.join('.')}: ${issue!.message}`);
    }
    return done({ content: checked.data, agentName: textOf(record, 'ListAgentFullName') });
  } catch (error) {
    if (error instanceof WrongValue) return failed(error.message);
    throw error;
  }
}

/** A listing in RESO's names; what is not known is left out. */
export function resoFromListing(
  listing: ListingContent,
  agentName: string,
  currency: CurrencyCode,
): Record<string, string | number | string[]> {
  const money = (amount: number | null) =>
    amount === null ? null : Number(unitsText({ amount, currency }));
  const last = listing.pricesBefore.at(-1);
  const named: Partial<Record<ResoField, string | number | string[] | null>> = {
    ListingId: listing.number,
    StandardStatus: statusNames[listing.status],
    PropertyType: listing.type === 'land' ? 'Land' : 'Residential',
    PropertySubType: subTypeNames[listing.type],
    UnparsedAddress: listing.street,
    City: listing.town,
    StateOrProvince: listing.region,
    PostalCode: listing.postcode,
    Latitude: listing.place?.lat ?? null,
    Longitude: listing.place?.lng ?? null,
    ListPrice: money(listing.price),
    OriginalListPrice: money(listing.pricesBefore[0]?.price ?? listing.price),
    PreviousListPrice: money(last?.price ?? null),
    PriceChangeTimestamp: last ? `${last.until}T00:00:00Z` : null,
    ClosePrice: money(listing.soldPrice),
    BedroomsTotal: listing.beds,
    BathroomsFull: listing.baths === null ? null : Math.floor(listing.baths),
    BathroomsHalf: listing.baths === null ? null : (listing.baths % 1) * 2,
    LivingArea: listing.size?.amount ?? null,
    LivingAreaUnits: listing.size && unitNames[listing.size.unit],
    LotSizeArea: listing.lot?.amount ?? null,
    LotSizeUnits: listing.lot && unitNames[listing.lot.unit],
    YearBuilt: listing.year,
    PublicRemarks: listing.about,
    InteriorFeatures: listing.features,
    ListAgentFullName: agentName,
    ListingContractDate: listing.listedOn,
    PurchaseContractDate: listing.contractOn,
    CloseDate: listing.soldOn,
    OffMarketDate: listing.withdrawnOn,
    VirtualTourURLUnbranded: listing.film,
  };
  return Object.fromEntries(
    Object.entries(named).filter(
      ([, value]) =>
        value !== null && value !== '' && !(Array.isArray(value) && value.length === 0),
    ),
  ) as Record<string, string | number | string[]>;
}

class WrongValue extends Error {}

function contentOf(record: ResoRecord, reader: ResoReader): ListingContent {
  const text = (field: ResoField) => textOf(record, field);
  const number = (field: ResoField) => numberOf(record, field);
  const money = (field: ResoField) => {
    const amount = number(field);
    return amount === null ? null : minorUnits(amount, reader.currency);
  };
  const whole = (field: ResoField) => {
    const amount = number(field);
    return amount === null ? null : Math.round(amount);
  };
  const [lat, lng] = [number('Latitude'), number('Longitude')];
  const status = statusOf(text('StandardStatus'));
  return {
    ...emptyListing,
    number: (text('ListingId') || text('ListingKey')).slice(0, 60),
    status,
    street: streetOf(record).slice(0, 120),
    town: text('City').slice(0, 80),
    region: text('StateOrProvince').slice(0, 40),
    postcode: text('PostalCode').slice(0, 20),
    place: lat === null || lng === null ? null : { lat, lng },
    price: money('ListPrice'),
    pricesBefore: pricesBefore(record, money),
    soldPrice: money('ClosePrice'),
    type: typeOf(`${text('PropertySubType')} ${text('PropertyType')}`),
    beds: whole('BedroomsTotal'),
    baths: bathsOf(number),
    size: areaOf(number('LivingArea'), text('LivingAreaUnits'), reader.unit),
    lot:
      areaOf(number('LotSizeArea'), text('LotSizeUnits'), reader.unit) ??
      areaOf(number('LotSizeAcres'), 'Acres', 'acres') ??
      areaOf(number('LotSizeSquareFeet'), 'Square Feet', 'sqft'),
    year: whole('YearBuilt') || null,
    about: text('PublicRemarks').slice(0, 4000),
    features: [...listOf(record, 'InteriorFeatures'), ...listOf(record, 'ExteriorFeatures')]
      .map((feature) => feature.slice(0, 80))
      .slice(0, listingLimits.features),
    film: linkOf(text('VirtualTourURLUnbranded') || text('VirtualTourURLBranded')),
    listedOn: dayOf(record, 'OnMarketDate') ?? dayOf(record, 'ListingContractDate'),
    contractOn: dayOf(record, 'PurchaseContractDate'),
    soldOn: dayOf(record, 'CloseDate'),
    withdrawnOn: status === 'withdrawn' ? dayOf(record, 'OffMarketDate') : null,
  };
}

function textOf(record: ResoRecord, field: ResoField): string {
  const value = record[field];
  if (value === null || value === undefined) return '';
  if (typeof value === 'string' || typeof value === 'number') return String(value).trim();
  throw new WrongValue(`${field}: Give words.`);
}

function numberOf(record: ResoRecord, field: ResoField): number | null {
  const text = textOf(record, field);
  if (text === '') return null;
  const amount = Number(text.replace(/[$€£,\s]/g, ''));
  if (Number.isFinite(amount)) return amount;
  throw new WrongValue(`${field}: “${text.slice(0, 40)}” is not a number.`);
}

/** A day, of a date or the beginning of a timestamp. */
function dayOf(record: ResoRecord, field: ResoField): string | null {
  const text = textOf(record, field);
  if (text === '') return null;
  const [day] = /^\d{4}-\d{2}-\d{2}(?=$|[T ])/.exec(text) ?? [];
  if (day) return day;
  throw new WrongValue(`${field}: “${text.slice(0, 40)}” is not a date such as 2026-11-05.`);
}

function listOf(record: ResoRecord, field: ResoField): string[] {
  const value = record[field];
  const parts: unknown[] = Array.isArray(value) ? value : textOf(record, field).split(',');
  return parts.flatMap((part) =>
    typeof part === 'string' && part.trim() !== '' ? [part.trim()] : [],
  );
}

function statusOf(text: string): ListingStatus {
  if (text === '') return 'active';
  const status = statuses[text.toLowerCase()];
  if (status) return status;
  throw new WrongValue(`StandardStatus: “${text.slice(0, 40)}” is not taken.`);
}

/** The street with its number: as one line where there is one, of which what the town's own fields say again is cut. */
function streetOf(record: ResoRecord): string {
  const text = (field: ResoField) => textOf(record, field);
  const parts = [text('StreetNumber'), text('StreetName'), text('StreetSuffix')]
    .filter(Boolean)
    .join(' ');
  const unit = text('UnitNumber');
  if (parts) return unit ? `${parts}, ${unit}` : parts;
  const [street = ''] = text('City')
    ? text('UnparsedAddress').split(new RegExp(`,\\s*${escaped(text('City'))}\\b`, 'i'))
    : [text('UnparsedAddress')];
  return street.trim();
}
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

function bathsOf(number: (field: ResoField) => number | null): number | null {
  const [full, half] = [number('BathroomsFull'), number('BathroomsHalf')];
  if (full !== null || half !== null) return (full ?? 0) + (half ?? 0) / 2;
  const total = number('BathroomsTotalDecimal') ?? number('BathroomsTotalInteger');
  return total === null ? null : Math.round(total * 2) / 2;
}

function areaOf(amount: number | null, unit: string, otherwise: AreaUnit): Area | null {
  if (amount === null || amount === 0) return null;
  const known = (Object.keys(unitNames) as AreaUnit[]).find(
    (one) => unitNames[one].toLowerCase() === unit.toLowerCase(),
  );
  return { amount, unit: known ?? otherwise };
}

const typeOf = (text: string): HomeType =>
  subTypes.find(([pattern]) => pattern.test(text.toLowerCase()))?.[1] ??
  (/residential/i.test(text) ? 'house' : 'other');

const linkOf = (text: string): string => (/^https:\/\/\S+$/.test(text) ? text : '');

/** What was asked before, as far as RESO tells it: first, and before the last change. */
function pricesBefore(
  record: ResoRecord,
  money: (field: ResoField) => number | null,
): ListingContent['pricesBefore'] {
  const now = money('ListPrice');
  const until = dayOf(record, 'PriceChangeTimestamp') ?? dayOf(record, 'ListingContractDate');
  if (until === null) return [];
  const [original, previous] = [money('OriginalListPrice'), money('PreviousListPrice')];
  const first = previous !== null && original !== null && original !== previous ? [original] : [];
  const last = previous ?? original;
  return [...first, ...(last === null || last === now ? [] : [last])].map((price) => ({
    price,
    until,
  }));
}
