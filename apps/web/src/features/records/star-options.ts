/** In the order in which an object keeps them: numbers first. */
export const starOptions = {
  1: '1 of 5',
  2: '2 of 5',
  3: '3 of 5',
  4: '4 of 5',
  5: '5 of 5',
  '': 'None given',
};
