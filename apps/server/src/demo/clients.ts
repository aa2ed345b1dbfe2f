import type { Brand } from '@plumgate/core/brand';
import { emptyFacts, type Facts } from '@plumgate/core/clients';

const zone = 'America/New_York';
const portAlder = { town: 'Port Alder', region: 'ME', postcode: '04099' };

const open = (from: string, to: string) => [{ from, to }];

interface DemoClient {
  name: string;
  slug: string;
  facts: Facts;
  brand: Brand;
}

export const quayside: DemoClient = {
  name: 'Quayside Dental',
  slug: 'quayside-dental',
  facts: {
    ...emptyFacts(zone),
    ...portAlder,
    trade: 'Dentist',
    phone: '(207) 555-0142',
    email: 'desk@quayside-dental.test',
    street: '8 Ropewalk Quay',
    hours: 'Monday to Friday 8 to 6, Saturday 9 to 1',
    week: [
      open('08:00', '18:00'),
      open('08:00', '18:00'),
      open('08:00', '18:00'),
      open('08:00', '18:00'),
      open('08:00', '18:00'),
      open('09:00', '13:00'),
      [],
    ],
    closed: [
      { from: '2026-11-26', to: '2026-11-27', name: 'Thanksgiving' },
      { from: '2026-12-24', to: '2026-12-26', name: 'Christmas' },
    ],
    place: { lat: 43.206, lng: -69.394 },
    license: 'Maine dental practice DP-4471',
    areas: ['Port Alder', 'Gannet Head', 'Saltmarsh', 'Ropewalk', 'East Tarn', 'Harrow Cove'],
    services: ['First visits', 'Check-ups', 'Fillings', 'Crowns', 'Children'],
  },
  brand: {
    colours: {
      paper: '#FFFFFF',
      tint: '#E7F0F1',
      deep: '#123B42',
      action: '#1D6A70',
      ink: '#12343A',
    },
    typePair: 'fraunces',
    corners: 'soft',
    press: 'pill',
    logo: null,
    logoOnDark: null,
    styles: [],
    mark: 'Q',
  },
};

export const fernhill: DemoClient = {
  name: 'Fernhill Physiotherapy',
  slug: 'fernhill-physio',
  facts: {
    ...emptyFacts(zone),
    ...portAlder,
    trade: 'Physiotherapist',
    phone: '(207) 555-0131',
    email: 'desk@fernhill.test',
    street: '17 Fernhill Road',
    hours: 'Monday to Friday 7 to 8',
    week: [
      open('07:00', '20:00'),
      open('07:00', '20:00'),
      open('07:00', '20:00'),
      open('07:00', '20:00'),
      open('07:00', '20:00'),
      [],
      [],
    ],
    place: { lat: 43.209, lng: -69.401 },
    license: 'Maine PT-11820',
    areas: ['Port Alder', 'East Tarn'],
    services: ['Running injuries', 'Back and neck', 'After surgery'],
  },
  brand: {
    colours: {
      paper: '#FFFFFF',
      tint: '#EAF1E6',
      deep: '#21402F',
      action: '#2F6B3F',
      ink: '#1F3327',
    },
    typePair: 'hanken',
    corners: 'round',
    press: 'pill',
    logo: null,
    logoOnDark: null,
    styles: [],
    mark: 'F',
  },
};

/** The clients that have their facts and their look, and nothing built yet. */
export const otherClients: DemoClient[] = [
  {
    name: 'Marram Coast Homes',
    slug: 'marram-coast-homes',
    facts: {
      ...emptyFacts(zone),
      ...portAlder,
      trade: 'Realtor',
      phone: '(207) 555-0118',
      email: 'hello@marram-coast.test',
      social: ['https://pictures.marram-coast.test/', 'https://neighbours.marram-coast.test/'],
      street: '41 Beacon Street',
      hours: 'Every day 9 to 7',
      week: [
        open('09:00', '19:00'),
        open('09:00', '19:00'),
        open('09:00', '19:00'),
        open('09:00', '19:00'),
        open('09:00', '19:00'),
        open('09:00', '19:00'),
        open('09:00', '19:00'),
      ],
      place: { lat: 43.197, lng: -69.389 },
      license: 'Maine brokerage AC-90817',
      areas: ['Port Alder', 'Dunmere', 'Gannet Head'],
      services: ['Buying', 'Selling', 'Showings'],
    },
    brand: {
      colours: {
        paper: '#FDFBF6',
        tint: '#EFE9DC',
        deep: '#2B2A3C',
        action: '#6A4A86',
        ink: '#2B2A3C',
      },
      typePair: 'literata',
      corners: 'square',
      press: 'plain',
      logo: null,
      logoOnDark: null,
      styles: [],
      mark: 'M',
    },
  },
  {
    name: 'Stonecroft Paving',
    slug: 'stonecroft-paving',
    facts: {
      ...emptyFacts(zone),
      ...portAlder,
      trade: 'Paving contractor',
      phone: '(207) 555-0176',
      email: 'yard@stonecroft.test',
      street: '3 Quarry Lane',
      hours: 'Monday to Saturday 7 to 7',
      week: [
        open('07:00', '19:00'),
        open('07:00', '19:00'),
        open('07:00', '19:00'),
        open('07:00', '19:00'),
        open('07:00', '19:00'),
        open('07:00', '19:00'),
        [],
      ],
      place: { lat: 43.19, lng: -69.41 },
      license: 'License PA-20417',
      areas: [
        'Port Alder',
        'Gannet Head',
        'Saltmarsh',
        'Ropewalk',
        'East Tarn',
        'Millbrook',
        'Harrow Cove',
        'Dunmere',
      ],
      services: ['Block paving', 'Resin and gravel', 'Porcelain and slab'],
    },
    brand: {
      colours: {
        paper: '#FFFFFF',
        tint: '#F2EFE8',
        deep: '#27343D',
        action: '#C24A1E',
        ink: '#22272E',
      },
      typePair: 'bricolage',
      corners: 'soft',
      press: 'raised',
      logo: null,
      logoOnDark: null,
      styles: [],
      mark: 'S',
    },
  },
  {
    name: 'Alder Grove Dental',
    slug: 'alder-grove-dental',
    facts: {
      ...emptyFacts(zone),
      ...portAlder,
      trade: 'Dentist',
      phone: '(207) 555-0190',
      email: 'desk@alder-grove.test',
      street: '60 Grove Street',
      hours: 'Monday to Friday 9 to 5',
      week: [
        open('09:00', '17:00'),
        open('09:00', '17:00'),
        open('09:00', '17:00'),
        open('09:00', '17:00'),
        open('09:00', '17:00'),
        [],
        [],
      ],
      place: { lat: 43.212, lng: -69.407 },
      license: 'Maine dental practice DP-5102',
      areas: ['Port Alder', 'Millbrook'],
      services: ['Check-ups', 'Whitening'],
    },
    brand: {
      colours: {
        paper: '#FFFFFF',
        tint: '#EEF3EA',
        deep: '#2C3A24',
        action: '#4C6B2A',
        ink: '#26301F',
      },
      typePair: 'literata',
      corners: 'soft',
      press: 'plain',
      logo: null,
      logoOnDark: null,
      styles: [],
      mark: 'A',
    },
  },
];
