import type { FormId } from '@plumgate/core/basics';
import { newBlock, type Band, type Block, type PageDocument } from '@plumgate/core/page';

/** A page with a form and the page that thanks for it, in plain words to be replaced. `part` makes ids. */
export function starterPages(
  name: string,
  form: FormId,
  part: () => string,
): [first: PageDocument, thanks: PageDocument] {
  const band = (label: string, changes: Partial<Band>, ...columns: Block[][]): Band => ({
    id: part(),
    name: label,
    surface: 'paper',
    space: 'even',
    width: 'wide',
    ...changes,
    columns: columns.map((blocks) => ({ id: part(), share: 1, blocks })),
  });
  const header = () =>
    band(
      'Header',
      { space: 'bar' },
      [newBlock('logo', part())],
      [newBlock('call-button', part(), { above: '', align: 'start' })],
    );
  const footer = () =>
    band('Legal footer', { space: 'snug', surface: 'deep' }, [newBlock('legal-footer', part())]);
  const first: PageDocument = {
    version: 1,
    title: `${name} · {{ client.name }}`,
    description: '',
    bands: [
      header(),
      band(
        'Promise and form',
        { surface: 'tint' },
        [
          newBlock('heading', part(), { text: name, level: 1 }),
          newBlock('text', part(), {
            text: 'Say in one sentence what people get, and when.',
            size: 'lead',
          }),
          newBlock('ticks', part()),
        ],
        [newBlock('form', part(), { formId: form })],
      ),
      footer(),
    ],
  };
  const thanks: PageDocument = {
    version: 1,
    title: 'Thank you · {{ client.name }}',
    description: '',
    bands: [
      header(),
      band('Thanks', { width: 'medium' }, [
        newBlock('heading', part(), {
          text: 'Thank you, {{ person.first_name | default: "and welcome" }}.',
          level: 1,
          align: 'centre',
        }),
        newBlock('text', part(), {
          text: 'We have your answers and will be in touch soon.',
          size: 'lead',
          align: 'centre',
        }),
        newBlock('call-button', part(), { above: 'Rather talk now?', align: 'centre' }),
      ]),
      footer(),
    ],
  };
  return [first, thanks];
}
