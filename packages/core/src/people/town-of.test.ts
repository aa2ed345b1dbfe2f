import { townOf } from './index.ts';

it.each([
  ['12 Main St, Port Alder, ME 04101', 'Port Alder'],
  ['12 Main St\nPort Alder, ME 04101-1234', 'Port Alder'],
  ['Port Alder ME 04101', 'Port Alder'],
  ['12 Main St, Apt 4, Saint John, NB E2L 4L1, Canada', 'Saint John'],
  ['12 main st, port alder, me 04101', 'port alder'],
  ['12 Main St', ''],
  ['10 Downing Street, London SW1A 2AA', ''],
  ['', ''],
])('%j lies in %j', (address, town) => expect(townOf(address)).toBe(town));
