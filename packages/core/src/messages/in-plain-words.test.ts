import { inPlainWords } from './index.ts';

it.each([
  ['Hello there', 'Hello there'],
  ['Hello {{ person.first_name | default: "there" }}, welcome', 'Hello there, welcome'],
  ["Hello {{ person.first_name | default: 'there' }}", 'Hello there'],
  ['{{ client.name }}: see you at {{ booking.when }}', '[name]: see you at [when]'],
  ['{{ person.fields.roof_age }}', '[roof age]'],
  ['{{ person.first_name | upcase }}', '[first name]'],
  ['{% if person.email %}Yes{% endif %}', 'Yes'],
  ['{{ }}', '[]'],
])('%s reads %s', (template, words) => expect(inPlainWords(template)).toBe(words));
