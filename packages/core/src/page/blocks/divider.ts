import { blockKind } from '../block-kind.ts';

export const divider = blockKind({ kind: 'divider', label: 'Divider', settings: {}, starter: {} });
