import { TestApp } from '../testing/test-app.ts';
import { Housekeeping } from './housekeeping.ts';
import { Seal } from './seal.ts';
import { SealKeys } from './seal-keys.ts';

const ours = new Seal(() => ['secret']);
const sealed = ours.seal('booking', 'text with ünicode');

it('opens what it sealed', () => expect(ours.open('booking', sealed)).toBe('text with ünicode'));
it('fits into an address as it is', () => expect(sealed).toBe(encodeURIComponent(sealed)));
it('opens what an earlier secret sealed, and seals with the newest', () => {
  const newer = new Seal(() => ['new', 'secret']);
  expect(newer.open('booking', sealed)).toBe('text with ünicode');
  expect(ours.open('booking', newer.seal('booking', 'x'))).toBeNull();
});

it.each([
  ['nothing', 'booking', undefined],
  ['an empty text', 'booking', ''],
  ['only a body', 'booking', sealed.split('.')[0]],
  ['another purpose', 'unsubscribe', sealed],
  ['another secret', 'booking', new Seal(() => ['other']).seal('booking', 'text with ünicode')],
  ['one letter more', 'booking', `${sealed}A`],
  [
    'another body under the same signature',
    'booking',
    `${Buffer.from('x').toString('base64url')}.${sealed.split('.')[1]}`,
  ],
])('does not open %s', (_what, purpose, text) => expect(ours.open(purpose, text)).toBeNull());

describe('the keys of seals', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await TestApp.start();
  });
  afterEach(() => app.stop());
  const tidy = () => app.get(Housekeeping).tidy();

  it('change each year, and what was sealed before is opened for years', async () => {
    const seal = app.get(Seal);
    const early = seal.seal('booking', 'early');
    const first = app.get(SealKeys).secrets()[0];
    await app.move('P364D');
    await tidy();
    expect(app.get(SealKeys).secrets()[0]).toBe(first);
    await app.move('P3D');
    const [second, ...others] = app.get(SealKeys).secrets();
    expect([second === first, others]).toEqual([false, [first]]);
    expect(seal.open('booking', early)).toBe('early');
  });

  it('are known to another process before they seal', async () => {
    const other = new SealKeys(app.database, app.clock, new Housekeeping(undefined as never));
    await app.move('P364D');
    await tidy();
    await other.refresh();
    await app.move('P3D');
    const late = app.get(Seal).seal('booking', 'late');
    expect(new Seal(other.secrets).open('booking', late)).toBe('late');
  });
});
