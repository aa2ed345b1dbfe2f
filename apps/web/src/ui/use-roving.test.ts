import { nextStop } from './use-roving.ts';

it.each<[string, number, number | null]>([
  ['ArrowRight', 0, 1],
  ['ArrowRight', 3, 0],
  ['ArrowLeft', 0, 3],
  ['ArrowLeft', 2, 1],
  ['Home', 2, 0],
  ['End', 1, 3],
  ['Tab', 1, null],
  ['ArrowRight', -1, null],
])('%s at %i of four goes to %p', (key, at, to) => expect(nextStop(key, at, 4)).toBe(to));
