import { guessTargets, ImportTarget, readRow, type ImportReading, type OwnField } from './index.ts';

const roofAge: OwnField = { key: 'roof_age', name: 'Roof age', type: 'number', options: [] };
const urgent: OwnField = { key: 'urgent', name: 'Urgent', type: 'yes-no', options: [] };

describe('what the columns of a file are', () => {
  const guess = (header: string[], ...sample: string[][]) =>
    guessTargets(header, sample, [roofAge, urgent], 'US');

  it.each<[string[], string[][], ImportTarget[]]>([
    [
      ['First Name', 'last_name', 'E-mail', 'Mobile', 'City', 'Tags', 'Status', 'Amount'],
      [],
      ['first-name', 'last-name', 'email', 'phone', 'town', 'tags', 'stage', 'value'],
    ],
    [['Name', 'Roof age', 'urgent'], [], ['name', 'field:roof_age', 'field:urgent']],
    // By what is in them, where the heading says nothing.
    [
      ['A', 'B', 'C'],
      [
        ['ana@example.com', '(207) 555-0117', '12'],
        ['bo@example.com', '207-555-0118', '8'],
      ],
      ['email', 'phone', 'new:number'],
    ],
    [['Email', 'Email'], [['a@example.com', 'b@example.com']], ['email', 'skip']],
    [['Since', 'Site'], [['2026-01-31', 'https://a.example']], ['new:date', 'new:link']],
    [['Notes', ''], [['Calls back', 'x']], ['new:text', 'skip']],
  ])('%j with %j', (header, sample, targets) => {
    const guessed = guess(header, ...sample);
    expect(guessed).toEqual(targets);
    for (const target of guessed) expect(ImportTarget.safeParse(target).success).toBe(true);
  });

  it.each(['nothing', 'field:Bad Key', 'new:picture', 'constructor'])('%j is no target', (target) =>
    expect(ImportTarget.safeParse(target).success).toBe(false),
  );
});

describe('a row', () => {
  const reading = (...targets: ImportTarget[]): ImportReading => ({
    targets,
    fields: new Map([
      ['roof_age', roofAge],
      ['urgent', urgent],
    ]),
    stages: new Set(['new', 'won']),
    country: 'US',
    currency: 'USD',
  });

  it('is read into a person', () => {
    const targets = reading(
      ...['name', 'email', 'phone', 'town', 'tags', 'source', 'stage', 'value'],
      ...['field:roof_age', 'field:urgent', 'skip'],
    );
    const cells = ['Ana Sofía Okafor', 'Ana@Example.com', '(207) 555-0117', 'Port Alder'];
    cells.push('Roof; storm|ROOF', 'Fair', 'Won', '$1,250.50', '22', 'TRUE', 'not wanted');
    expect(readRow(cells, targets)).toEqual({
      ok: true,
      value: {
        ...{ firstName: 'Ana', lastName: 'Sofía Okafor' },
        ...{ email: 'Ana@Example.com', emailKey: 'ana@example.com' },
        ...{ phone: '(207) 555-0117', phoneKey: '+12075550117' },
        ...{ town: 'Port Alder', tags: ['roof', 'storm'], source: 'Fair', stage: 'Won' },
        ...{ value: 125_050, fields: { roof_age: 22, urgent: true } },
      },
    });
  });

  it.each<[ImportTarget, string, string]>([
    ['email', 'ana at example', '“ana at example” is not an email address.'],
    ['phone', '12', '“12” is not a phone number.'],
    ['value', 'a lot', '“a lot” is not an amount.'],
    ['stage', 'Sleeping', 'There is no stage “Sleeping”.'],
    ['tags', '<b>', '“<b>” is not a tag.'],
    ['field:roof_age', 'old', 'Roof age: Please give a number, in digits.'],
    ['town', 'Port Alder', 'There is no name, email or phone.'],
    ['name', '   ', 'There is no name, email or phone.'],
    ['name', 'x'.repeat(10_001), 'Column 1 is too long.'],
  ])('%s %j is handed back: %s', (target, cell, why) => {
    const read = readRow([cell], reading(target));
    expect(read).toEqual({ ok: false, problem: why });
  });

  it('that is shorter than the heading lacks what is not there', () => {
    expect(readRow(['Ana'], reading('name', 'email', 'phone'))).toMatchObject({
      ok: true,
      value: { firstName: 'Ana', email: '', phoneKey: null },
    });
  });
});
