import { blockKind } from '../block-kind.ts';

/** The client's mark and name, from the brand and the fact sheet. */
export const logo = blockKind({ kind: 'logo', label: 'Logo', settings: {}, starter: {} });
