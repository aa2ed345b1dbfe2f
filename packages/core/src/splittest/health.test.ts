import { healthWarnings, type HealthWarning, type VariationHealth } from './index.ts';

const health = (changes: Partial<VariationHealth> = {}): VariationHealth => ({
  ...{ told: 200, failed: 2, medianLoad: 800 },
  ...changes,
});

it.each<[string, VariationHealth[], HealthWarning[]]>([
  ['both alike', [health(), health()], []],
  ['a script fails in a tenth of its visits', [health(), health({ failed: 20 })], ['breaks']],
  // 6 of 200 against 2 of 200: the interval of the difference goes from −1% to 6%.
  ['it may be chance', [health(), health({ failed: 6 })], []],
  ['the page as it is fails as often', [health({ failed: 20 }), health({ failed: 20 })], []],
  ['the third takes twice as long', [health(), health(), health({ medianLoad: 1700 })], ['slow']],
  ['it takes a little longer', [health(), health({ medianLoad: 1200 })], []],
  [
    'it is twice as long and not felt',
    [health({ medianLoad: 100 }), health({ medianLoad: 250 })],
    [],
  ],
  ['too few told', [health(), health({ told: 49, failed: 49, medianLoad: 9000 })], []],
  ['nobody told how long', [health({ medianLoad: null }), health({ medianLoad: 9000 })], []],
  ['nobody told of the page as it is', [health({ told: 0 }), health({ failed: 99 })], []],
])('%s', (_, told, warnings) => expect(healthWarnings(told)).toEqual(warnings));
