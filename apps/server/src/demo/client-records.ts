import type { PictureRef } from '@plumgate/core/basics';
import {
  ClientRecords,
  emptyCard,
  type Review,
  type Service,
  type StaffMember,
} from '@plumgate/core/clients';
import type { ExamplePicture } from '@plumgate/core/page';

/** Records without their ids, which are given as they are written, and with the names of their pictures. */
type Without<Record> = Omit<Record, 'id' | 'picture'> & { picture?: ExamplePicture };
export interface DemoRecords {
  staff: Without<StaffMember>[];
  services: Without<Service>[];
  reviews: Without<Review>[];
  badges: string[];
  photographs: ExamplePicture[];
}

const person = (
  name: string,
  role: string,
  about: string,
  picture: ExamplePicture,
  card: Partial<Pick<StaffMember, 'license' | 'brokerage' | 'phone' | 'officePhone'>> = {},
) => ({
  ...{ name, role, about, picture },
  ...emptyCard,
  ...card,
});
/** What stands on a card of Marram's. */
const agent = (license: string, phone: string) => ({
  ...{ license, phone, officePhone: '(207) 555-0118' },
  brokerage: 'Marram Coast Homes, brokerage AC-90817',
});
/** Prices in whole dollars. */
const service = (
  name: string,
  about: string,
  from: number | null = null,
  to: number | null = null,
) => ({
  ...{ name, about },
  priceFrom: from === null ? null : from * 100,
  priceTo: to === null ? null : to * 100,
});
const review = (said: string, who: string, stars: number, source = 'Harbor Pages') => ({
  ...{ said, who, stars, source },
});

/** What each client of the demo has typed once, by the address it answers at. */
export const demoRecords: Record<string, DemoRecords> = {
  'quayside-dental': {
    badges: ['Maine dental practice DP-4471', 'Sedation-trained', 'Evening times'],
    photographs: ['quiet-room'],
    staff: [
      person(
        'Dr. Ines Rook',
        'Dentist',
        'Draws you a picture before she does anything.',
        'person-ines',
      ),
      person('Dr. Tom Aldous', 'Dentist', 'Grew up afraid of dentists, and says so.', 'person-tom'),
      person(
        'Wren Halloway',
        'Front desk',
        'Answers in two rings and remembers your name.',
        'person-wren',
      ),
    ],
    services: [
      service('First visit', 'Half an hour of talk and a look. Nothing else happens.', 0, 0),
      service('Check-up and cleaning', 'Every six months, or when you can face it.', 140),
      service('Filling', 'White, numbed twice if you ask.', 180, 320),
      service('Crown', 'Made in the house, in one morning.', 950, 1250),
    ],
    reviews: [
      review(
        'Eleven years away. I cried in the car, then I went back in.',
        'Dana R., Gannet Head',
        5,
      ),
      review(
        'Nobody told me off. They drew me a picture of my own tooth.',
        'Joss M., Saltmarsh',
        5,
      ),
      review('My son asks when we are going again. For the tea.', 'Priya K., East Tarn', 5),
    ],
  },
  'fernhill-physio': {
    badges: ['Maine PT-11820', 'Direct access: no referral needed', 'Open at seven'],
    photographs: ['treatment-room', 'evening-hall'],
    staff: [
      person(
        'Maren Oake',
        'Physical therapist',
        'Runs the harbor loop before work.',
        'person-maren',
      ),
      person(
        'Sol Ferreira',
        'Physical therapist',
        'Backs, necks, and people who sit too long.',
        'person-sol',
      ),
    ],
    services: [
      service('First assessment', 'An hour, with a plan you take home.', 120),
      service('Follow-up', 'Forty minutes of work and answers.', 85),
      service('After surgery', 'Twelve weeks, at your surgeon’s pace.', 85, 110),
    ],
    reviews: [
      review('Told me to run less, not to stop. I ran in May.', 'Casper L., Port Alder', 5),
      review('The first person to watch me walk before saying anything.', 'Odile V., East Tarn', 4),
    ],
  },
  'marram-coast-homes': {
    badges: ['Maine brokerage AC-90817', 'Nineteen years on this coast'],
    photographs: ['neighborhood'],
    staff: [
      person(
        'Hanneke Marsh',
        'Broker',
        'Has sold on this coast for nineteen years.',
        'person-hanneke',
        agent('BR-20114', '(207) 555-0131'),
      ),
      person(
        'Ravi Dunmore',
        'Agent',
        'Shows you the basement first.',
        'person-ravi',
        agent('SA-31027', '(207) 555-0132'),
      ),
      person(
        'Ro Kestrel',
        'Agent',
        'Knows which window has the harbor in it.',
        'person-ro',
        agent('SA-30941', '(207) 555-0133'),
      ),
    ],
    services: [
      service('Selling', 'Pictures at dusk, an open house, and one phone number.'),
      service('Buying', 'We walk the street with you at eight in the evening.'),
    ],
    reviews: [
      review('Sold in nine days, and they told us why.', 'Nell and Piet, Dunmere', 5),
      review('They talked us out of two houses.', 'Lucía B., Port Alder', 5),
    ],
  },
  'stonecroft-paving': {
    badges: ['License PA-20417', 'Insured in Maine', 'One crew, ours', 'Priced in writing'],
    photographs: ['brick', 'gravel', 'slab', 'yard', 'drive'],
    staff: [
      person(
        'Bram Castellan',
        'Owner and foreman',
        'Measures twice, shovels himself.',
        'person-bram',
      ),
      person('Joss Pike', 'Crew lead', 'Leaves your gate as he found it.', 'person-joss'),
    ],
    services: [
      service('Block paving', 'Any pattern; lifts out again for pipes and roots.', 18, 26),
      service('Resin and gravel', 'Smooth, level for wheels, drinks the rain.', 14, 20),
      service('Porcelain and slab', 'For front paths and steps that stay clean.', 24, 38),
    ],
    reviews: [
      review(
        'Rain used to run into the garage. Now it runs into the border, and the car sits level.',
        'Nell Arkwright, Gannet Head',
        5,
      ),
      review('Done on the day they said.', 'Anselm W., Saltmarsh', 4),
    ],
  },
};

/** The records with ids from `next`, and with pictures that `take` has made the client's. */
export async function withIds(
  { staff, services, reviews }: DemoRecords,
  next: () => string,
  take: (name: ExamplePicture) => Promise<PictureRef>,
): Promise<ClientRecords> {
  const each = <Item extends { picture?: ExamplePicture }>(list: Item[]) =>
    Promise.all(
      list.map(async (item) => ({
        ...item,
        id: next(),
        picture: item.picture ? await take(item.picture) : null,
      })),
    );
  return ClientRecords.parse({
    staff: await each(staff),
    services: await each(services),
    reviews: await each(reviews),
  });
}
