import { cornerSizes, type Brand, type Surface } from '@plumgate/core/brand';
import {
  blockKinds,
  colorProblems,
  locate,
  lookLimits,
  pressLook,
  ratioWords,
  surfaceOfColumn,
  type Band,
  type Block,
  type Box,
  type Column,
  type ColorProblem,
  type TreeNode,
} from '@plumgate/core/page';
import { blockGap } from '@plumgate/page-kit';
import { useEditor, useEditorStore } from '../store.ts';
import { BoxFields } from './box-fields.tsx';
import { LookFields, type Usual } from './look-fields.tsx';
import { OwnLook } from './own-look.tsx';

/** As round as a slider goes: a pill. */
const roundest = lookLimits.corners[1];
const pressCorners = (brand: Brand) =>
  brand.press === 'pill' ? roundest : cornerSizes[brand.corners];

/** How a block departs from the brand. */
export function BlockLook({ block }: { block: Block }) {
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const under = useEditor((state) => surfaceUnder(state.draft, block.id));
  const parts = blockKinds[block.kind].lookParts;
  const isPress = block.kind === 'button';
  const usual: Usual = {
    space: blockGap,
    edge: isPress ? 2 : block.kind === 'cards' ? 1 : 0,
    corners: isPress ? pressCorners(brand) : cornerSizes[brand.corners],
  };
  const set = (changes: Record<string, unknown>, group: string) =>
    store.getState().edit([{ do: 'set', id: block.id, changes }], `${block.id}.${group}`);
  const problems = colorProblems(block, under, brand);
  const onPress = problems.filter(({ what }) => what !== 'words');
  const hasPress = block.kind === 'form' || block.kind === 'booking';
  const own = hasPress ? problems.filter(({ what }) => what === 'words') : problems;
  return (
    <OwnLook node={block as unknown as TreeNode}>
      {hasPress && (
        <Group title="Its button">
          <LookFields
            look={block.press}
            parts={pressLook}
            usual={{ ...usual, edge: 2, corners: pressCorners(brand) }}
            note={<ContrastNote problems={onPress} />}
            onChange={(press, part) => set({ press }, `press.${part}`)}
          />
        </Group>
      )}
      {hasPress && (
        <Group title="Its box">
          <BoxFields
            box={block.box}
            usual={{
              inner: { top: 34, right: 34, bottom: 34, left: 34 },
              corners: Math.round(cornerSizes[brand.corners] * 1.4),
            }}
            onChange={(box: Box, part) => set({ box }, `box.${part}`)}
          />
        </Group>
      )}
      <Group title={hasPress ? 'Its words and place' : null}>
        <LookFields
          look={block.look}
          parts={parts}
          usual={usual}
          note={<ContrastNote problems={own} />}
          onChange={(look, part) => set({ look }, `look.${part}`)}
        />
      </Group>
    </OwnLook>
  );
}

function Group({ title, children }: { title: string | null; children: React.ReactNode }) {
  if (title === null) return children;
  return (
    <details className="rounded-control border border-line p-2.5">
      <summary className="cursor-pointer text-[13px] font-semibold">{title}</summary>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-4">{children}</div>
    </details>
  );
}

/** What a block lies on. */
function surfaceUnder(draft: Parameters<typeof locate>[0], id: string): Surface {
  const block = locate(draft, id);
  const column = block?.parent ? locate(draft, block.parent) : undefined;
  const band = column?.parent ? locate(draft, column.parent) : undefined;
  if (!column || !band) return 'paper';
  return surfaceOfColumn(band.node as unknown as Band, column.node as unknown as Column);
}

const whats: Record<ColorProblem['what'], string> = {
  words: 'The words',
  button: 'The button against what it lies on',
  'words-on-button': 'The words on the button',
};

/** Colors that cannot be made out well enough, said beside where they are chosen. */
const ContrastNote = ({ problems }: { problems: ColorProblem[] }) =>
  problems.map(({ what, ratio, wanted }) => (
    <p
      key={what}
      role="status"
      className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey"
    >
      {whats[what]}: contrast {ratioWords(ratio)} to 1. {wanted} to 1 is needed.
    </p>
  ));
