import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { SafeHref, words } from '../../basics/text-shapes.ts';

export const legalFooter = blockKind({
  kind: 'legal-footer',
  label: 'Legal footer',
  look: ['color', 'align'],
  settings: { text: words(1000), privacyHref: z.union([z.literal(''), SafeHref]) },
  starter: {
    text: '{{ client.name }}, {{ client.address }}. {{ client.license }}',
    privacyHref: '',
  },
});
