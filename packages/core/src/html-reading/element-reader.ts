import type { CheerioAPI } from 'cheerio';
import type { AnyNode, Element } from 'domhandler';
import type { FormId, PictureRef, RichText, Run } from '../basics/index.ts';
import type { NodeId } from '../basics/node-id.ts';
import type { FormDefinition } from '../forms/index.ts';
import type { Block } from '../page/index.ts';
import type { Style } from './computed-styles.ts';
import type { Notes } from './notes.ts';

/** Ids for new parts, and pictures by their addresses; a picture that can't be had is null. */
export interface Making {
  part: () => NodeId;
  form: () => FormId;
  pictureAt: (address: string) => PictureRef | null;
}

/** What stands below each other: blocks, and rows of columns, each with the element it comes from. */
export type Item =
  | { is: 'block'; block: Block; from: Element }
  | { is: 'row'; columns: { share: number; items: Item[] }[]; from: Element };

/** What the readers of single kinds of element have to work with. */
export interface ElementReader {
  readonly $: CheerioAPI;
  readonly notes: Notes;
  readonly forms: Record<FormId, FormDefinition>;
  readonly making: Making;
  styleOf: (element: Element) => Style;
  /** Whether visitors of the page would see an element. */
  isShown: (element: Element) => boolean;
  /** Words as they can stand here, at most so many characters. */
  words: (text: string, most: number) => string;
  /** Words within a line, each stretch with its look. */
  runs: (nodes: readonly AnyNode[]) => Run[];
  /** Where a link leads from here; empty for one that leads nowhere. */
  linkTo: (href: string) => string;
  item: (from: Element, block: Block) => Item;
  textItem: (from: Element, text: RichText) => Item;
  /** What is in an element, from top to bottom. */
  itemsIn: (parent: Element) => Item[];
  rowItems: (element: Element) => Item[];
  /** Pictures and buttons that stand within a line. */
  apartIn: (node: AnyNode) => Element[];
  apartItems: (element: Element) => Item[];
  aligned: (element: Element) => { look?: { align: 'center' | 'end' } };
}
