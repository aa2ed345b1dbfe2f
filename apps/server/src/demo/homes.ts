import type { ExamplePicture } from '@plumgate/core/page';
import type { HomeForSale } from './template-funnels.ts';

/** A home that Marram Coast Homes sells, with the names of its pictures. */
export interface DemoHome extends Omit<HomeForSale, 'pictures'> {
  /** What its funnel is called, and the tag its leads get. */
  funnel: string;
  tag: string;
  pictures: [outside: ExamplePicture, ...inside: ExamplePicture[]];
}

export const openHouseAddress = '12 Gannet Head Road';
export const openHouseFunnel = `Open house, ${openHouseAddress}`;
export const openHouseTag = 'open-house';

export const homes: DemoHome[] = [
  {
    funnel: 'Twilight viewing, 3 Ropewalk Loft',
    tag: 'ropewalk-loft',
    answers: {
      address: '3 Ropewalk Loft',
      about: 'Two floors above the harbor, with evening light in every room.',
      price: '$612,000',
      size: '3 bedrooms, 2 baths, 1,840 sq ft',
    },
    pictures: ['loft', 'loft-living', 'kitchen'],
    alt: 'The loft at dusk, its windows lit, above the harbor',
    place: { lat: 43.2012, lng: -69.3987 },
    livedWith: [
      ['Evening light over the harbor', 'A study behind the stairs'],
      ['A roof deck with a rail', 'Six minutes on foot to the ferry'],
    ],
  },
  {
    funnel: openHouseAddress,
    tag: 'gannet-head',
    answers: {
      address: openHouseAddress,
      about: 'A porch for shoes and coffee, and hydrangeas older than the owners.',
      price: '$489,000',
      size: '2 bedrooms, 1 bath, 1,120 sq ft',
    },
    pictures: ['cottage', 'kitchen'],
    alt: 'A white cottage with a porch behind a picket fence',
    place: { lat: 43.2141, lng: -69.3812 },
    livedWith: [
      ['A kitchen that gets the morning sun', 'New roof in 2023, with papers'],
      ['Room for a vegetable bed', 'Four minutes on foot to the beach path'],
    ],
  },
  {
    funnel: '88 Mill Lane',
    tag: 'mill-lane',
    answers: {
      address: '88 Mill Lane',
      about: 'A red house on four acres, with a workshop that stays warm.',
      price: '$735,000',
      size: '4 bedrooms, 3 baths, 2,460 sq ft',
    },
    pictures: ['barn-house', 'loft-living'],
    alt: 'A red house with a metal roof above a hayfield',
    place: { lat: 43.2257, lng: -69.4219 },
    livedWith: [
      ['A workshop with its own meter', 'Hay cut twice a year by a neighbor'],
      ['Well and septic checked in June', 'Eleven minutes by car to the harbor'],
    ],
  },
];
