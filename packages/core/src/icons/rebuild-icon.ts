import { done, failed, type Outcome } from '../basics/index.ts';
import { DrawnIcon, IconShape, mostShapes } from './icon.ts';

/** An element of an SVG file, as plain data. */
export interface SvgElement {
  tag: string;
  attributes: Record<string, string>;
  children: SvgElement[];
}

export type IconProblem = 'not-an-svg' | 'nothing-to-draw' | 'too-many-shapes' | 'unreadable-shape';

/** What shapes take over from what they stand in. */
interface Inherited {
  fill: string;
  stroke: string;
  transform: string;
}

/** Elements that hold others; of everything else but shapes, such as scripts, styles and links to files, nothing is taken. */
const groups = new Set(['svg', 'g', 'a', 'symbol']);

/**
 * An icon from the elements of an SVG file: its shapes are built anew from the numbers in it, and all else in it (scripts,
 * styles, pictures, links, text) is left behind. Shapes are drawn in one color, as icons are.
 */
export function rebuildIcon(name: string, root: SvgElement): Outcome<DrawnIcon, IconProblem> {
  if (root.tag !== 'svg') return failed('not-an-svg');
  const start = { fill: 'black', stroke: 'none', transform: '' };
  const drawn = shapesIn(root, start);
  if (drawn.length === 0) return failed('nothing-to-draw');
  if (drawn.length > mostShapes) return failed('too-many-shapes');
  const icon = DrawnIcon.safeParse({
    kind: 'drawn',
    name: name.slice(0, 60),
    box: boxOf(root.attributes),
    line: widest(root),
    shapes: drawn,
  });
  return icon.success ? done(icon.data) : failed('unreadable-shape');
}

function shapesIn(element: SvgElement, around: Inherited): unknown[] {
  const { tag, attributes } = element;
  const style = styleOf(attributes);
  const own: Inherited = {
    fill: style.fill ?? around.fill,
    stroke: style.stroke ?? around.stroke,
    transform: [around.transform, attributes.transform ?? ''].filter(Boolean).join(' '),
  };
  if (style.display === 'none' || style.visibility === 'hidden') return [];
  if (groups.has(tag)) return element.children.flatMap((child) => shapesIn(child, own));
  const shape = shapeOf(tag, attributes, own);
  return shape ? [shape] : [];
}

/** Presentation attributes, and those of a `style` attribute, which come before them. */
function styleOf(attributes: Record<string, string>): Record<string, string> {
  const inStyle = (attributes.style ?? '')
    .split(';')
    .map((pair) => pair.split(':').map((part) => part.trim()));
  return { ...attributes, ...Object.fromEntries(inStyle.filter((pair) => pair.length === 2)) };
}

/** The settings of each kind of shape that are lengths; what is left out is 0. */
const lengths: Partial<Record<string, readonly string[]>> = {
  circle: ['cx', 'cy', 'r'],
  ellipse: ['cx', 'cy', 'rx', 'ry'],
  rect: ['x', 'y', 'width', 'height', 'rx'],
  line: ['x1', 'y1', 'x2', 'y2'],
};
const texts: Partial<Record<string, string>> = { path: 'd', polyline: 'points', polygon: 'points' };

function shapeOf(tag: string, attributes: Record<string, string>, own: Inherited): unknown {
  const isFilled = own.fill !== 'none' && own.fill !== 'transparent' && tag !== 'line';
  const isLined = own.stroke !== 'none' && own.stroke !== 'transparent';
  if (!isFilled && !isLined) return null;
  const base = {
    tag,
    paint: isFilled && isLined ? 'both' : isFilled ? 'fill' : 'line',
    ...(own.transform && { transform: own.transform }),
  };
  const text = texts[tag];
  const shape = text
    ? { ...base, [text]: attributes[text]?.trim() }
    : lengths[tag] && {
        ...base,
        ...Object.fromEntries(
          lengths[tag].map((one) => [one, Number.parseFloat(attributes[one] ?? '0')]),
        ),
      };
  return shape ? (IconShape.safeParse(shape).data ?? null) : null;
}

function boxOf({ viewBox, width, height }: Record<string, string>): number[] {
  const box = (viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0) return box;
  const side = (text: string | undefined) => Number.parseFloat(text ?? '') || 24;
  return [0, 0, side(width), side(height)];
}

/** The thickest line anywhere in it; 1 where none says, as in SVG. */
function widest({ attributes, children }: SvgElement): number {
  const own = Number.parseFloat(styleOf(attributes)['stroke-width'] ?? '') || 0;
  const all = [own, ...children.map((child) => widest(child))];
  return Math.min(1000, Math.max(...all)) || 1;
}

/** An icon of the set that comes with the program: lines of two units in a square of 24. */
export const iconOfSet = (
  name: string,
  nodes: readonly [tag: string, attributes: Record<string, string>][],
): Outcome<DrawnIcon, IconProblem> =>
  rebuildIcon(name, {
    tag: 'svg',
    attributes: { viewBox: '0 0 24 24', fill: 'none', stroke: 'currentColor', 'stroke-width': '2' },
    children: nodes.map(([tag, attributes]) => ({ tag, attributes, children: [] })),
  });
