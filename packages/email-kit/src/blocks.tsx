import {
  codeIn,
  emailHref,
  hrefIn,
  type EmailBlock,
  type EmailBlockKind,
  type EmailBlockOf,
  type EmailLink,
  type EmailPlace,
} from '@plumgate/core/emails';
import { Button } from '@react-email/button';
import { Column } from '@react-email/column';
import { Heading } from '@react-email/heading';
import { Hr } from '@react-email/hr';
import { Img } from '@react-email/img';
import { Row } from '@react-email/row';
import { Section } from '@react-email/section';
import { memo, type ReactNode } from 'react';
import { lightColors, onAction } from './email-colors.ts';
import { useEmail, type EmailView } from './email-view.ts';
import { Line, Rich } from './words.tsx';

/** The widest that mail programs show well (common practice, no source), in CSS pixels; the words keep a margin in it. */
export const sheetWidth = 600;
const margin = 32;
const innerWidth = sheetWidth - 2 * margin;
/** Between the words of two columns. */
const gap = 20;

type View<Kind extends EmailBlockKind> = (part: {
  block: EmailBlockOf<Kind>;
  /** How wide the list is that it lies in, in CSS pixels. */
  width: number;
}) => ReactNode;

const TextView: View<'text'> = ({ block }) => <Rich id={block.id} text={block.text} />;

const sizes = { 1: { size: 26, line: '1.25' }, 2: { size: 20, line: '1.3' } };

const HeadingView: View<'heading'> = ({ block: { id, text, level, align } }) => {
  const { head } = useEmail();
  const { size, line } = sizes[level];
  return (
    <Heading
      as={level === 1 ? 'h1' : 'h2'}
      className="em-ink"
      style={{
        margin: '0 0 12px',
        color: lightColors(head).ink,
        fontSize: size,
        lineHeight: line,
        fontWeight: 700,
        textAlign: align,
      }}
    >
      <Line id={id} setting="text" words={text} />
    </Heading>
  );
};

/** Where a link leads for the one who reads; null when it leads nowhere. While it is written every button shows. */
const hrefOf = ({ reading }: EmailView, link: EmailLink): string | null => {
  const href = emailHref(link, reading.places, reading.merge);
  return href && hrefIn(reading, href);
};

const ButtonView: View<'button'> = ({ block: { id, label, link, align } }) => {
  const view = useEmail();
  const href = hrefOf(view, link);
  if (!href && !view.writing) return null;
  const { head } = view;
  const style = {
    backgroundColor: head.colours.action,
    borderRadius: head.corner,
    color: onAction(head),
    fontWeight: 600,
    padding: '12px 22px',
    textDecoration: 'none',
  };
  return (
    <Section style={{ margin: '0 0 16px', textAlign: align }}>
      {view.writing ? (
        <span style={{ ...style, display: 'inline-block', lineHeight: '100%' }}>
          <Line id={id} setting="label" words={label} />
        </span>
      ) : (
        <Button href={href!} style={style}>
          <Line id={id} setting="label" words={label} />
        </Button>
      )}
    </Section>
  );
};

const PictureView: View<'picture'> = ({ block: { picture, alt, share, align, link }, width }) => {
  const view = useEmail();
  const shown = Math.round((width * share) / 100);
  // Twice the width it is shown at, for sharp screens.
  const src = picture && view.pictureSrc(picture, shown * 2);
  if (!src) return view.writing?.noPicture ?? null;
  const image = (
    <Img
      src={src}
      alt={alt}
      width={shown}
      style={{
        display: 'inline-block',
        maxWidth: '100%',
        height: 'auto',
        borderRadius: Math.min(view.head.corner, 12),
      }}
    />
  );
  const href = link && !view.writing ? hrefOf(view, link) : null;
  return (
    <Section style={{ margin: '0 0 16px', textAlign: align }}>
      {href ? <a href={href}>{image}</a> : image}
    </Section>
  );
};

/** The code that whoever reads was given, large enough to be read out, with a picture of it for a scanner. */
const VoucherView: View<'voucher'> = ({ block: { key, as }, width }) => {
  const view = useEmail();
  const { reading, head } = view;
  const code = codeIn(key, reading.merge);
  if (!code) return view.writing?.noPicture ?? null;
  const shown = Math.min(width, as === 'qr' ? 180 : 280);
  return (
    <Section style={{ margin: '0 0 16px', textAlign: 'center' }}>
      {as !== 'text' && (
        <Img
          src={reading.places.code(code, as)}
          alt={code}
          width={shown}
          style={{ display: 'inline-block', maxWidth: '100%', height: 'auto' }}
        />
      )}
      <p
        className="em-ink"
        style={{
          margin: '8px 0 0',
          color: lightColors(head).ink,
          fontSize: 22,
          fontWeight: 700,
          letterSpacing: '0.12em',
        }}
      >
        {code}
      </p>
    </Section>
  );
};

const DividerView: View<'divider'> = () => {
  const { head } = useEmail();
  const { line } = lightColors(head);
  return (
    <Hr
      className="em-line"
      style={{ margin: '8px 0 24px', border: 'none', borderTop: `1px solid ${line}` }}
    />
  );
};

const shares = { none: [50, 50], first: [60, 40], second: [40, 60] } as const;

const ColumnsView: View<'columns'> = ({ block: { id, sides, wider }, width }) => (
  <Row>
    {sides.map((side, index) => {
      const share = shares[wider][index]!;
      return (
        <Column
          key={index}
          className="em-column"
          style={{
            width: `${share}%`,
            verticalAlign: 'top',
            [index === 0 ? 'paddingRight' : 'paddingLeft']: gap / 2,
          }}
        >
          <BlockList
            blocks={side}
            place={{ in: id, side: index as 0 | 1 }}
            width={Math.round((width * share) / 100 - gap / 2)}
          />
        </Column>
      );
    })}
  </Row>
);

/** One view for each kind of block; a kind that core adds is missing here until it has one. */
const views: { [Kind in EmailBlockKind]: View<Kind> } = {
  text: TextView,
  heading: HeadingView,
  button: ButtonView,
  picture: PictureView,
  voucher: VoucherView,
  divider: DividerView,
  columns: ColumnsView,
};

/** Blocks from top to bottom. */
export function BlockList({
  blocks,
  place = null,
  width = innerWidth,
}: {
  blocks: readonly EmailBlock[];
  place?: EmailPlace;
  width?: number;
}) {
  const { writing } = useEmail();
  return (
    <>
      {blocks.map((block) => (
        <OneBlock key={block.id} block={block} width={width} />
      ))}
      {writing?.end(place, blocks.length === 0)}
    </>
  );
}

/** Drawn anew only when it or what surrounds the email has changed: a letter typed elsewhere does not concern it. */
const OneBlock = memo(function OneBlock({ block, width }: { block: EmailBlock; width: number }) {
  const { writing } = useEmail();
  const BlockView = views[block.kind] as View<EmailBlockKind>;
  const drawn = <BlockView block={block} width={width} />;
  return writing ? writing.block(block, drawn) : drawn;
});
