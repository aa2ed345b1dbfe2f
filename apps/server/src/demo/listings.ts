import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Instant, ListingId, PictureRef } from '@plumgate/core/basics';
import { emptyListing, type ListingContent } from '@plumgate/core/listings';
import { exampleWords, type ExamplePicture } from '@plumgate/core/page';
import { ClientRecordsService } from '../domains/clients/client-records.service.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { AreaService } from '../domains/listings/area.service.ts';
import { ListingPages } from '../domains/listings/listing-pages.service.ts';
import { ListingService } from '../domains/listings/listing.service.ts';
import { PublishService } from '../domains/pages/publish.service.ts';
import { Chance } from './chance.ts';
import { pictureTaker } from './demo-pictures.ts';

const byTheWater = { town: 'Port Alder', region: 'ME', postcode: '04598' };
const onTheHead = { town: 'Gannet Head', region: 'ME', postcode: '04596' };
const sqft = (amount: number) => ({ amount, unit: 'sqft' as const });
const acres = (amount: number) => ({ amount, unit: 'acres' as const });

interface DemoListing extends Omit<Partial<ListingContent>, 'pictures' | 'street'> {
  street: string;
  pictures: ExamplePicture[];
  by: string;
}

const shown: DemoListing[] = [
  {
    ...{ street: '88 Mill Lane', town: 'Dunmere', region: 'ME', postcode: '04591' },
    ...{ number: 'MC-118', price: 73_500_000, beds: 4, baths: 3, year: 1921, type: 'house' },
    ...{ size: sqft(2460), lot: acres(4.1), place: { lat: 43.2257, lng: -69.4219 } },
    about: 'A red house on four acres, with a workshop that stays warm.',
    features: ['Workshop with its own meter', 'Hay cut twice a year', 'Well checked in June'],
    ...{ pictures: ['barn-house', 'loft-living'], by: 'Ravi Dunmore', listedOn: '2026-09-28' },
  },
  {
    ...{ street: '12 Gannet Head Road', ...onTheHead, number: 'MC-121', price: 48_900_000 },
    ...{ beds: 2, baths: 1, size: sqft(1120), lot: acres(0.2), year: 1938, type: 'house' },
    place: { lat: 43.2141, lng: -69.3812 },
    about: 'A porch for shoes and coffee, and hydrangeas older than the owners.',
    features: ['Kitchen with morning sun', 'New roof in 2023', 'Beach path in four minutes'],
    openHouses: [{ day: '2026-11-07', from: '11:00', to: '13:00' }],
    ...{ pictures: ['cottage', 'kitchen'], by: 'Ro Kestrel', listedOn: '2026-10-19' },
    pricesBefore: [{ price: 51_500_000, until: '2026-10-30' }],
  },
  {
    ...{ street: '3 Ropewalk Loft', ...byTheWater, number: 'MC-124', price: 61_200_000 },
    ...{ beds: 3, baths: 2, size: sqft(1840), year: 1904, type: 'condo' },
    place: { lat: 43.2012, lng: -69.3987 },
    about: 'Two floors above the harbor, with evening light in every room.',
    features: ['Roof deck with a rail', 'Study behind the stairs', 'Ferry in six minutes on foot'],
    openHouses: [
      { day: '2026-11-06', from: '17:30', to: '19:00' },
      { day: '2026-11-14', from: '11:00', to: '13:00' },
    ],
    ...{ pictures: ['loft', 'loft-living', 'kitchen'], by: 'Ro Kestrel', listedOn: '2026-10-26' },
  },
];

const streets = ['Harbor', 'Kelp', 'Lantern', 'Orchard', 'Quarry', 'Ferry', 'Dune', 'Chapel'];
const kinds = ['Street', 'Lane', 'Road', 'Row'];
/** Of both towns; the last few are still for sale. */
const homesOfMarket = 190;

/** Marram's listings: three that have pages, one whose page is made of its record, and those of two years before for the market. */
export async function addListings(app: NestFastifyApplication, now: Instant): Promise<void> {
  const { id: clientId } = (await app.get(ClientService).bySlug('marram-coast-homes'))!;
  const { staff } = await app.get(ClientRecordsService).get(clientId);
  const agentOf = (name: string) => staff.find((one) => one.name === name)!.id;
  const listings = app.get(ListingService);
  for (const content of past(now, agentOf)) await listings.create(clientId, content);
  const take = pictureTaker(app);
  let last: ListingId | null = null;
  for (const { by, pictures: names, ...given } of shown) {
    const pictures: { picture: PictureRef; alt: string }[] = [];
    for (const name of names)
      pictures.push({ picture: await take(clientId, name), alt: exampleWords[name] });
    const content = { ...emptyListing, ...given, pictures, agent: agentOf(by) };
    last = await listings.create(clientId, content);
  }
  await publishPage(app, last!);
  await app.get(AreaService).create(clientId, {
    ...{ name: 'Both sides of the bay', towns: [], outline: [] },
    postcodes: [byTheWater.postcode, onTheHead.postcode],
  });
}

async function publishPage(app: NestFastifyApplication, id: ListingId): Promise<void> {
  const { funnelId } = await app.get(ListingPages).make(id);
  await app.get(PublishService).publishFunnel(funnelId, null);
}

/** What was sold or is for sale in two years, the same every time the demo is made. */
function past(now: Instant, agentOf: (name: string) => ListingContent['agent']): ListingContent[] {
  const chance = new Chance(104);
  const dayBefore = (days: number) =>
    now
      .subtract({ hours: 24 * days })
      .toString()
      .slice(0, 10);
  return Array.from({ length: homesOfMarket }, (_, n): ListingContent => {
    const feet = chance.between(900, 2600);
    const price = Math.round(feet * (270 + 60 * chance.next() + n * 0.2)) * 100;
    const asked = Math.round(price / 500_000) * 500_000;
    const daysAgo = 720 - Math.floor(n * 3.8);
    const listedOn = dayBefore(daysAgo + chance.between(20, 70));
    const isSold = n < homesOfMarket - 8;
    return {
      ...emptyListing,
      ...chance.pick([byTheWater, onTheHead]),
      street: `${chance.between(2, 90)} ${chance.pick(streets)} ${chance.pick(kinds)}`,
      ...{ number: `PA-${String(n + 1).padStart(3, '0')}`, price: asked, listedOn },
      ...{ beds: Math.max(1, Math.round(feet / 620)), baths: chance.pick([1, 1.5, 2, 2.5]) },
      ...{ size: sqft(feet), year: chance.between(1890, 2012) },
      agent: agentOf(chance.pick(['Hanneke Marsh', 'Ravi Dunmore', 'Ro Kestrel'])),
      ...(isSold && {
        ...{ status: 'sold', soldOn: dayBefore(daysAgo), contractOn: dayBefore(daysAgo + 14) },
        soldPrice: Math.round((asked * (0.95 + 0.07 * chance.next())) / 100_000) * 100_000,
      }),
    };
  });
}
