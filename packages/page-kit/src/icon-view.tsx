import type { DrawnIcon, IconChoice, IconShape } from '@plumgate/core/icons';
import { usePage } from './page-context.ts';

/** The CSS of icons: as high as the words beside them unless their place says otherwise. */
export const iconCss =
  '.icon{display:block;flex:none;width:1.25em;height:1.25em;object-fit:contain}';

/** An icon beside words that say the same: nothing for a screen reader. */
export function IconView({ icon }: { icon: IconChoice }) {
  const page = usePage();
  if (icon.kind === 'drawn') return <DrawnIconView icon={icon} className="icon" />;
  const { width, height, src } = page.picture(icon.picture);
  return (
    <img
      className="icon"
      src={src(Math.min(width, 240), 'webp')}
      width={width}
      height={height}
      alt=""
      loading="lazy"
    />
  );
}

/** An icon from its shapes, in the color of the words around it. */
export const DrawnIconView = ({
  icon: { box, line, shapes },
  className,
}: {
  icon: DrawnIcon;
  className: string;
}) => (
  <svg
    className={className}
    viewBox={box.join(' ')}
    strokeWidth={line}
    strokeLinecap="round"
    strokeLinejoin="round"
    aria-hidden="true"
  >
    {shapes.map(({ tag: Tag, paint, ...shape }: IconShape, index) => (
      <Tag
        key={index}
        {...shape}
        fill={paint === 'line' ? 'none' : 'currentColor'}
        stroke={paint === 'fill' ? 'none' : 'currentColor'}
      />
    ))}
  </svg>
);
