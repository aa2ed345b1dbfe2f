import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** The towns of the client's fact sheet, by name: an ad for a town leads to a page that names it. */
export const areas = blockKind({
  kind: 'areas',
  label: 'Areas served',
  look: ['color'],
  settings: { title: words(120) },
  starter: { title: 'We come to you in' },
});
