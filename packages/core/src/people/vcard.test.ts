import ICAL from 'ical.js';
import fc from 'fast-check';
import { vcardOf, type VcardPerson } from './index.ts';

const ana: VcardPerson = {
  id: '00000000-0000-4000-8000-000000000001',
  ...{ firstName: 'Ana', lastName: 'Okafor; Reyes', email: 'ana@example.com' },
  ...{ phone: '(207) 555-0117', town: 'Port Alder', tags: ['roof', 'storm'], notes: [] },
};

it('is a card as RFC 6350 has it', () => {
  expect(vcardOf(ana)).toBe(
    [
      'BEGIN:VCARD',
      'VERSION:4.0',
      'UID:urn:uuid:00000000-0000-4000-8000-000000000001',
      'FN:Ana Okafor\\; Reyes',
      'N:Okafor\\; Reyes;Ana;;;',
      'EMAIL:ana@example.com',
      'TEL:(207) 555-0117',
      'ADR:;;;Port Alder;;;',
      'CATEGORIES:roof,storm',
      'END:VCARD',
      '',
    ].join('\r\n'),
  );
});

it('somebody without a name is called by what there is', () => {
  expect(vcardOf({ ...ana, firstName: '', lastName: '' })).toContain('FN:ana@example.com\r\n');
});

/** Checked with `ical.js`, a reader of its own. */
it('is read back by an independent reader, whatever is in it', () => {
  const words = fc
    .string({ unit: 'grapheme', maxLength: 120 })
    .map((text) => text.replace(/[\u0000-\u001f\u007f\u2028\u2029]/g, ''));
  fc.assert(
    fc.property(words, words, fc.array(words, { maxLength: 3 }), (first, last, notes) => {
      const text = vcardOf({ ...ana, firstName: first, lastName: last, notes });
      for (const line of text.split('\r\n'))
        expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
      const card = new ICAL.Component(ICAL.parse(text) as never);
      expect(card.getFirstPropertyValue('n')).toEqual([last, first, '', '', '']);
      if (notes.length > 0) expect(card.getFirstPropertyValue('note')).toBe(notes.join('\n'));
    }),
  );
});
