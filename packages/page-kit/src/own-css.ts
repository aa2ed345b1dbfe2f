import {
  cssColor,
  isDarkSurface,
  isSurfaceRole,
  pressOn,
  wordsOnSurface,
  type Brand,
  type Surface,
} from '@plumgate/core/brand';
import {
  overlapSteps,
  wordsOnFill,
  type Band,
  type Block,
  type Box,
  type Column,
  type Frame,
  type Look,
  type PageDocument,
} from '@plumgate/core/page';
import { blockGap } from './base-css.ts';
import { classOf } from './class-of.ts';
import { surfaceVariables } from './surface-css.ts';

/**
 * How parts depart from the brand, as CSS: one class for each look or box that differs, however many parts have it. A class
 * is named by what it says, so a part's view can tell its name without knowing the page, and so is the same on the canvas.
 */

/** Kinds whose words lie on something of their own: the color is theirs, not that of what stands around them. */
const onOwnSheet: ReadonlySet<Block['kind']> = new Set<Block['kind']>([
  'button',
  'cards',
  'form',
  'booking',
]);

/** The class of a block's own look with what it needs beside it; empty where it is as the brand says. */
export function lookClass(block: Block): string {
  const { overlap } = block.look;
  const own = classOf(block.look, prefixOf(block));
  return overlap ? `${own} over-${overlap.edge} over-${overlap.order}` : own;
}

/** The class of the look of a form's own button. */
export const pressClass = (look: Look): string => classOf(look, 'o');

/** The class of a band's frame and of a surface that is none of the brand's. */
export const bandClass = ({ surface, frame }: Band): string =>
  [isSurfaceRole(surface) ? `on-${surface}` : classOf({ surface }, 's'), classOf(frame, 'f')]
    .filter(Boolean)
    .join(' ');

/** The class of a column's box and place, or of a form's box. */
export const boxClass = (box: Box): string => {
  const own = classOf(withoutPicture(box), 'b');
  return [isSeen(box) && 'boxed', own].filter(Boolean).join(' ');
};

/** Whether a box has something around its contents that they must not touch. */
const isSeen = (box: Box) =>
  box.surface !== undefined ||
  box.picture !== undefined ||
  (box.edge?.width ?? 0) > 0 ||
  (box.shadow ?? 0) > 0;

/** The picture is an element of its own: another one, or another focus, makes no other class. */
function withoutPicture(box: Box): Box {
  const { picture, ...rest } = box;
  return picture ? rest : box;
}

/** Of the class of a block's look: what sets a color of its own differs by what its words lie on. */
const prefixOf = ({ kind }: Block) => (onOwnSheet.has(kind) ? 'o' : 'l');

/** The rules of all classes that a page's parts have of their own, each once. */
export function ownRules(page: PageDocument, brand: Brand): string {
  const rules = new Map<string, string>();
  const add = (name: string, rule: () => string) => {
    if (name && !rules.has(name)) rules.set(name, rule());
  };
  const addLook = (look: Look, kind: 'o' | 'l') =>
    add(classOf(look, kind), () => lookRule(classOf(look, kind), look, kind === 'o', brand));
  const addBox = (box: Box) => {
    const bare = withoutPicture(box);
    const name = classOf(bare, 'b');
    add(name, () => boxRule(name, bare, brand));
    if (isSeen(box)) add('boxed', () => boxedRule);
  };
  const addBlock = (block: Block) => {
    addLook(block.look, prefixOf(block));
    if (block.look.overlap) add('over', () => overlapRules);
    if (block.kind !== 'form' && block.kind !== 'booking') return;
    addBox(block.box);
    addLook(block.press, 'o');
  };
  for (const band of page.bands) {
    if (!isSurfaceRole(band.surface)) {
      const name = classOf({ surface: band.surface }, 's');
      add(name, () => rule(name, surfaceDeclarations(band.surface, brand)));
    }
    const name = classOf(band.frame, 'f');
    add(name, () => bandFrameRule(name, band.frame));
    if (band.phoneOrder.length > 0 || band.columns.some((column) => column.phoneOrder.length > 0))
      add('reordered', () => reorderedRule);
    for (const column of band.columns) {
      addBox(column.box);
      if (column.place) add(placeClass(column), () => placeRules[column.place!]);
      for (const block of column.blocks) addBlock(block);
    }
  }
  return [...rules.values()].join('');
}

/** Of the class twice: what a part has of its own comes before what its kind has on a page of any width. */
const rule = (name: string, declarations: string[]) =>
  `.${name}.${name}{${declarations.join(';')}}`;

const cases = { upper: 'uppercase', lower: 'lowercase', title: 'capitalize' } as const;
const aligns = {
  start: ['start', '0', 'auto'],
  center: ['center', 'auto', 'auto'],
  end: ['end', 'auto', '0'],
} as const;

function lookRule(name: string, look: Look, isOnOwnSheet: boolean, brand: Brand): string {
  const own: string[] = [];
  if (look.color) own.push(`${isOnOwnSheet ? '--color' : 'color'}:${cssColor(look.color)}`);
  if (look.size !== undefined) own.push(`--size:${look.size / 100}`);
  if (look.weight) own.push(`--weight:${look.weight}`);
  if (look.letterCase) own.push(`text-transform:${cases[look.letterCase]}`);
  if (look.align) {
    const [side, start, end] = aligns[look.align];
    own.push(`text-align:${side}`, `--justify:${side}`, `--from:${start}`, `--to:${end}`);
  }
  if (look.fill)
    own.push(`--fill:${cssColor(look.fill)}`, `--on-fill:${wordsOnFill(look.fill, brand)}`);
  if (look.edge)
    own.push(`--edge:${look.edge.width}px`, `--edge-color:${cssColor(look.edge.color)}`);
  if (look.corners !== undefined) own.push(`--corners:${look.corners}px`);
  if (look.overlap) own.push(`--over:${fluid(overlapSteps[look.overlap.step])}`);
  const press = `:is(.${name} .press,.press.${name})`;
  return [
    rule(name, own),
    look.above === undefined ? '' : spaceAbove(name, look.above),
    look.below === undefined ? '' : spaceBelow(name, look.below),
    look.width ? `${press}{${widths[look.width]}}` : '',
    look.hover && look.hover !== 'darker'
      ? `${press}:is(:hover,:focus-visible){${hovers[look.hover]}}`
      : '',
  ].join('');
}

/** Between blocks the space takes the place of the gap; at the edge of a column it is added to nothing. */
const spaceAbove = (name: string, px: number) =>
  `.${name}{margin-top:${fluid(px)}}.block+.${name}{margin-top:calc(${fluid(px)} - ${blockGap}px)}`;
const spaceBelow = (name: string, px: number) =>
  `.${name}{margin-bottom:calc(${fluid(px)} - ${blockGap}px)}.${name}:last-child{margin-bottom:${fluid(px)}}`;

const widths = {
  fits: 'display:inline-block;width:auto',
  full: 'display:block;width:100%',
} as const;

const hovers = {
  lighter: 'filter:brightness(1.14)',
  swap: 'filter:none;background:var(--color,var(--on-fill,var(--on-press)));color:var(--fill,var(--press))',
  lift: 'filter:none;transform:translateY(-2px);box-shadow:0 10px 20px -10px #000a',
} as const;

/** A length of a wide page of 1280 px; a narrower one takes less in proportion, as bands do. */
function fluid(px: number): string {
  if (px <= 24) return `${px}px`;
  const least = Math.min(px, 16 + 0.3 * px);
  return `clamp(${round(least)}px,${round(px * 0.078125)}cqi,${px}px)`;
}
const round = (value: number) => Math.round(value * 100) / 100;

/** What lies behind words, and what follows from it for all that stands on it. */
const surfaceDeclarations = (surface: Surface, brand: Brand): string[] => [
  `background:${surfaceCss(surface)}`,
  `color:${isSurfaceRole(surface) ? `var(--on-${surface})` : wordsOnSurface(brand, surface)}`,
  surfaceVariables(
    isSurfaceRole(surface)
      ? surface
      : { press: pressOn(brand, surface), isDark: isDarkSurface(brand, surface) },
  ),
];

/** A surface as CSS. */
export const surfaceCss = (surface: Surface): string =>
  typeof surface === 'string'
    ? cssColor(surface)
    : `linear-gradient(${surface.angle}deg,var(--${surface.from}),var(--${surface.to}))`;

const shadows = [
  'none',
  '0 1px 2px #0002,0 2px 8px -2px #0002',
  '0 2px 4px #0001,0 12px 30px -12px #0005',
  '0 4px 8px #0001,0 30px 60px -20px #0007',
] as const;

function frameDeclarations({ edge, corners, shadow }: Frame): string[] {
  const own: string[] = [];
  if (edge)
    own.push(edge.width ? `border:${edge.width}px solid ${cssColor(edge.color)}` : 'border:0');
  if (corners !== undefined) own.push(`border-radius:${corners}px`);
  if (shadow !== undefined) own.push(`box-shadow:${shadows[shadow]}`);
  return own;
}

function boxRule(name: string, box: Box, brand: Brand): string {
  const { inner, fullHeight, surface } = box;
  const own = [...(surface ? surfaceDeclarations(surface, brand) : []), ...frameDeclarations(box)];
  if (inner) {
    const { top, right, bottom, left } = inner;
    own.push(`padding:${[top, right, bottom, left].map(fluid).join(' ')}`);
  }
  if (fullHeight) own.push('align-self:stretch;align-content:var(--place,center)');
  return rule(name, own);
}

function bandFrameRule(name: string, frame: Frame): string {
  const own = frameDeclarations(frame);
  const { inner, fullHeight } = frame;
  if (inner)
    own.push(
      `--pad-top:${fluid(inner.top)}`,
      `--pad-bottom:${fluid(inner.bottom)}`,
      `padding-inline:${fluid(inner.left)} ${fluid(inner.right)}`,
    );
  if (fullHeight)
    own.push('min-height:100svh;display:flex;flex-direction:column;justify-content:center');
  return rule(name, own);
}

const boxedRule =
  '.boxed{position:relative;isolation:isolate}.boxed>.band-back{z-index:-1}.column.boxed{padding:clamp(18px,2.4cqi,28px);border-radius:var(--corner)}';

export const placeClass = ({ place }: Column): string => (place ? `place-${place}` : '');
const placeRules = {
  top: '.place-top{align-self:start;--place:start}',
  middle: '.place-middle{align-self:center;--place:center}',
  bottom: '.place-bottom{align-self:end;--place:end}',
} as const;

const overlapRules =
  '.over-top,.over-bottom{position:relative}.over-bottom{margin-bottom:calc((var(--pad-bottom) + var(--over))*-1)}.over-top{margin-top:calc((var(--pad-top) + var(--over))*-1)}.column:has(>.over-bottom:last-child){align-self:end}.column:has(>.over-top:first-child){align-self:start}.band:has(.over-bottom.over-front){z-index:1}.band:has(.over-top.over-back){z-index:-1}';

/** Parts stand in the phone's order; a wide page puts them where they belong there. */
const reorderedRule =
  '@container (min-width:720.1px){.reordered>*{order:var(--at)}}@container (max-width:720px){.beside>.reordered{grid-template-columns:var(--phone-shares)}}';
