import { bookingPlaceWords, type BookingPlace } from './index.ts';

it.each<[BookingPlace, string, string, string]>([
  ['ours', '', '', '8 Ropewalk Quay, Port Alder'],
  ['ours', 'The blue door', '', 'The blue door'],
  ['theirs', '', '', 'We come to you'],
  ['theirs', 'At your house, about 30 minutes', '', 'At your house, about 30 minutes'],
  ['phone', 'ignored', '(207) 555-0117', 'By phone: we call you at (207) 555-0117'],
  ['phone', '', '', 'By phone: we call you'],
  ['video', 'https://meet.example.org/a', '', 'By video: https://meet.example.org/a'],
  ['video', '', '', 'By video'],
])('%s with “%s” and the phone “%s”: %s', (place, where, phone, words) =>
  expect(bookingPlaceWords({ place, where }, '8 Ropewalk Quay, Port Alder', phone)).toBe(words),
);
