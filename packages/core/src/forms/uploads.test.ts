import { readAnswers } from './read-answers.ts';
import { newQuestion, shortForm } from './form.ts';
import { fileName, takesType, uploadKinds, uploadsIn, uploadsText } from './uploads.ts';

const file = { upload: '00000000-0000-4000-8000-000000000001', name: 'roof.png', bytes: 12 };
const other = {
  ...file,
  upload: '00000000-0000-4000-8000-000000000002',
  name: 'two\nlines "?".png',
};

it.each([
  ['roof.png', 'roof.png'],
  ['../../etc/passwd', 'passwd'],
  ['C:\\Photos\\Dach.png', 'Dach.png'],
  ['.htaccess', 'htaccess'],
  ['Dach %22süd%22.png', 'Dach süd.png'],
  ['a\u202Egnp.exe', 'agnp.exe'],
  ['nul\0l.png', 'null.png'],
  ['🏠.png', '🏠.png'],
  ['half \ud800.png', 'half \ufffd.png'],
  ['', 'file'],
  ['///', 'file'],
  [`${'long'.repeat(60)}.png`, `${'long'.repeat(60).slice(0, 110)}.png`],
])('a file sent as %j is called %j', (sent, name) => expect(fileName(sent)).toBe(name));

it('files travel as lines of text, and what is none is passed over', () => {
  expect(uploadsIn(uploadsText([file, other]))).toEqual([file, other]);
  const lines = [
    '',
    'words',
    '{',
    '{"upload":"x"}',
    'null',
    JSON.stringify({ ...file, seal: 's' }),
  ];
  expect(uploadsIn(lines.join('\n'))).toEqual([file]);
});

it.each([
  ['pictures', 'image/heic', true],
  ['pictures', 'application/pdf', false],
  ['documents', 'application/pdf', true],
  ['documents', 'image/png', false],
  ['either', 'text/plain', true],
  ['either', 'image/svg+xml', false],
  ['either', 'application/x-msdownload', false],
] as const)('a question for %s takes %s: %s', (takes, type, isTaken) => {
  expect(takesType({ takes, most: 1, megabytes: 1 }, type)).toBe(isTaken);
  expect(uploadKinds[takes].accept).toBeTruthy();
});

it.each([
  [false, 2, '', { ok: true, value: {} }],
  [true, 2, '', { ok: false, problem: [{ field: 'roof', code: 'missing' }] }],
  [true, 2, 'no file', { ok: false, problem: [{ field: 'roof', code: 'missing' }] }],
  [true, 2, uploadsText([file, other]), { ok: true, value: { roof: [file, other] } }],
  [
    true,
    1,
    uploadsText([file, other]),
    { ok: false, problem: [{ field: 'roof', code: 'too-many', most: 1 }] },
  ],
])('required %s, at most %i: %j', (required, most, text, read) => {
  const question = newQuestion('file', 'q', {
    key: 'roof',
    required,
    upload: { takes: 'pictures', most, megabytes: 1 },
  });
  const form = { ...shortForm('Ask', ['a', 'b', 'c']), questions: [question] };
  expect(readAnswers(form, { roof: text })).toEqual(read);
});
