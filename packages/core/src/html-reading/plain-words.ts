import type { Run } from '../page/index.ts';

/** Words without a look of their own. */
export const plain = (text: string): Run => ({ text, bold: false, italic: false, href: '' });

/** Braces of somebody else's page are no merge fields of ours. */
export const unbraced = (text: string): string => text.replace(/\{(?=[{%])/g, '{ ');
