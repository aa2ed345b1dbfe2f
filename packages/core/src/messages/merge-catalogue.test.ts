import { clientFields, emptyFacts } from '../clients/index.ts';
import {
  emptyMergeFields,
  mergeCode,
  mergeFieldsOf,
  mergeFieldUses,
  readMergeCode,
  unknownMergeFields,
} from './index.ts';

const questions = [
  { key: 'worry', label: 'What worries you most?' },
  { key: 'q_1', label: '' },
];

it('offers the fields of the groups that are asked for, answers by their questions', () => {
  const offered = mergeFieldsOf(['answers', 'event'], questions);
  expect(offered.map(({ field, label }) => [field, label])).toEqual([
    ['answers.worry', 'What worries you most?'],
    ['answers.q_1', 'q_1'],
    ['event.name', 'Name of the event'],
    ['event.when', 'Day and time of the event'],
    ['event.day', 'Day of the event'],
    ['event.time', 'Time of the event'],
    ['event.where', 'Place of the event'],
    ['event.link', 'Link to join the event'],
    ['event.recording', 'Link to the recording'],
  ]);
});

it('offers every field that a client has, but for the one of before', () => {
  const offered = mergeFieldsOf(['client']).map(({ field }) => field.replace('client.', ''));
  const filled = Object.keys(clientFields('x', emptyFacts('America/New_York')));
  expect(offered.toSorted()).toEqual(filled.filter((key) => key !== 'licence').toSorted());
});

it.each([
  ['{{ person.first_name | default: "there" }}', { field: 'person.first_name', fallback: 'there' }],
  ["{{person.first_name|default:'you'}}", { field: 'person.first_name', fallback: 'you' }],
  ['{{ client.phone }}', { field: 'client.phone', fallback: '' }],
  ['{{ client.phone | upcase }}', null],
  ['{% if client.phone %}', null],
])('reads %s', (code, read) => expect(readMergeCode(code)).toEqual(read));

it('writes what it reads, without what would end the code', () => {
  const read = { field: 'person.name', fallback: 'you' };
  expect(readMergeCode(mergeCode(read))).toEqual(read);
  expect(mergeCode({ field: 'person.name', fallback: 'a "friend" }}' })).toBe(
    '{{ person.name | default: "a friend " }}',
  );
});

it.each([
  ['Hello {{ person.first_name }}', []],
  ['Hello {{ person.nickname }} and {{ person.nickname }}', ['person.nickname']],
  ['{% if answers.garden %}yes{% endif %}', ['answers.garden']],
  ['{{ answers.worry }} {{ event.when }}', ['event.when']],
  ['{{ client.licence }}', []],
  ['{{ toString }}', ['toString']],
])('finds in “%s” the fields that do not exist: %j', (words, unknown) =>
  expect(
    unknownMergeFields(words, mergeFieldsOf(['person', 'answers', 'client'], questions)),
  ).toEqual(unknown),
);

it.each([
  ['your note about {{ answers.worry }}.', ['answers.worry']],
  ['your note about {{ answers.worry | default: "it" }}.', []],
  ['{% if answers.worry %}a note{% endif %}', []],
  ['{{ person.first_name }}, {{ person.last_name }}', ['person.last_name']],
])('counts the gaps of “%s”: %j', (words, gaps) =>
  expect(
    emptyMergeFields(words, { person: { first_name: 'Ana', last_name: ' ' }, answers: {} }),
  ).toEqual(gaps),
);

it('sees a fallback only where every showing of the field has one', () =>
  expect(
    mergeFieldUses('{{ client.phone | default: "us" }} {{ client.phone }} {{ client["town"] }}'),
  ).toEqual([
    { field: 'client.phone', fallsBack: false },
    { field: 'client.town', fallsBack: false },
  ]));

it('offers a client’s own fields of a person, and reads and fills their codes', () => {
  const fields = mergeFieldsOf(['person'], [], [{ key: 'roof_age', name: 'Roof age' }]);
  const own = fields.find(({ field }) => field === 'person.fields.roof_age')!;
  expect(own).toMatchObject({ label: 'Roof age', group: 'person' });
  expect(readMergeCode(mergeCode(own))).toEqual({ field: own.field, fallback: '' });
  const words = '{{ person.fields.roof_age }}{{ person.fields.color | default: "?" }}';
  expect(unknownMergeFields(words, fields)).toEqual(['person.fields.color']);
  expect(emptyMergeFields(words, { person: { fields: { roof_age: '12' } } })).toEqual([]);
  expect(emptyMergeFields(words, { person: { fields: {} } })).toEqual(['person.fields.roof_age']);
});
