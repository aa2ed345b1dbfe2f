import { happeningWords, RuleTrigger, setsOff, triggerWords, type Happening } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const names = (kind: string, of: string) => `${kind} ${of.slice(-6)}`;
const page = id<never>(3);
const calendar = id<never>(5);
const does: Record<string, Happening> = {
  saw: { did: 'saw', page },
  pressed: { did: 'pressed', page, part: 'ask-us' },
  called: { did: 'pressed', page, part: 'phone' },
  half: { did: 'watched', page, part: 'film', share: 50 },
  left: { did: 'left', form: id(2) },
  came: { did: 'came', calendar },
  moved: { did: 'moved', calendar },
};

it.each<[object, string[]]>([
  [{ kind: 'saw', page }, ['saw']],
  [{ kind: 'saw', page: id(4) }, []],
  [{ kind: 'pressed', page, part: 'ask-us' }, ['pressed']],
  [{ kind: 'pressed', page, part: 'phone' }, ['called']],
  // Each share is told as it is reached, so that half is none of three quarters and no quarter again.
  [{ kind: 'watched', page, part: 'film', share: 50 }, ['half']],
  [{ kind: 'watched', page, part: 'film', share: 75 }, []],
  [{ kind: 'watched', page, part: 'film', share: 25 }, []],
  [{ kind: 'left', form: id(2) }, ['left']],
  [{ kind: 'came' }, ['came']],
  [{ kind: 'moved', calendar }, ['moved']],
  [{ kind: 'moved', calendar: id(6) }, []],
  [{ kind: 'missed', calendar }, []],
])('%j is set off by %j', (trigger, by) => {
  const parsed = RuleTrigger.parse(trigger);
  expect(Object.keys(does).filter((key) => setsOff(parsed, does[key]!))).toEqual(by);
});

it.each<[object, string]>([
  [{ kind: 'saw', page }, 'sees the page “page 000003”, once per person'],
  [
    { kind: 'pressed', page, part: 'ask-us', each: true },
    'presses “part ask-us” on “page 000003”, each time',
  ],
  [
    { kind: 'pressed', page, part: 'phone' },
    'presses a phone number on “page 000003”, once per person',
  ],
  [
    { kind: 'watched', page, part: 'film', share: 25 },
    'has watched a quarter of “part 3 film” on “page 000003”, once per person',
  ],
  [
    { kind: 'left', form: id(2) },
    'begins “form 000002” and leaves it unsent for 30 minutes, once per person',
  ],
  [{ kind: 'came', each: true }, 'comes to a booking, each time'],
  [{ kind: 'missed', calendar }, 'misses a booking in “calendar 000005”, once per person'],
])('%j reads as a sentence', (trigger, words) =>
  expect(triggerWords(RuleTrigger.parse(trigger), names)).toBe(words),
);

it('says what somebody did', () =>
  expect(Object.values(does).map((one) => happeningWords(one, names))).toEqual([
    'saw the page “page 000003”',
    'pressed “part ask-us” on “page 000003”',
    'pressed a phone number on “page 000003”',
    'watched half of “part 3 film” on “page 000003”',
    'began “form 000002” and did not send it',
    'came to a booking in “calendar 000005”',
    'moved a booking in “calendar 000005”',
  ]));

it.each([
  { kind: 'watched', page, part: 'film', share: 40 },
  { kind: 'saw' },
  { kind: 'pressed', page, part: 'constructor' },
  { kind: 'came', each: false },
])('%j is refused', (trigger) => expect(RuleTrigger.safeParse(trigger).success).toBe(false));
