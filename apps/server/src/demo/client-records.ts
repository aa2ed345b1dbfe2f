import type { ClientRecords, Review, Service, StaffMember } from '@plumgate/core/clients';

/** Records without their ids, which are given as they are written. */
type Without<Record> = Omit<Record, 'id' | 'picture'>;
export interface DemoRecords {
  staff: Without<StaffMember>[];
  services: Without<Service>[];
  reviews: Without<Review>[];
}

const person = (name: string, role: string, about: string) => ({ name, role, about });
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
    staff: [
      person('Dr. Ines Rook', 'Dentist', 'Draws you a picture before she does anything.'),
      person('Dr. Tom Aldous', 'Dentist', 'Grew up afraid of dentists, and says so.'),
      person('Wren Halloway', 'Front desk', 'Answers in two rings and remembers your name.'),
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
    staff: [
      person('Maren Oake', 'Physical therapist', 'Runs the harbor loop before work.'),
      person('Sol Ferreira', 'Physical therapist', 'Backs, necks, and people who sit too long.'),
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
    staff: [
      person('Hanneke Marsh', 'Broker', 'Has sold on this coast for nineteen years.'),
      person('Ravi Dunmore', 'Agent', 'Shows you the basement first.'),
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
    staff: [
      person('Bram Castellan', 'Owner and foreman', 'Measures twice, shovels himself.'),
      person('Joss Pike', 'Crew lead', 'Leaves your gate as he found it.'),
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

/** The records with ids from `next`, and without pictures. */
export function withIds(records: DemoRecords, next: () => string): ClientRecords {
  const each = <Item extends object>(list: Item[]) =>
    list.map((item) => ({ ...item, id: next(), picture: null }));
  return {
    staff: each(records.staff),
    services: each(records.services),
    reviews: each(records.reviews),
  } as ClientRecords;
}
