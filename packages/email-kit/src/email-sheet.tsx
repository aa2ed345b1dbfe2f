import type { EmailBlock, Letterhead } from '@plumgate/core/emails';
import { Container } from '@react-email/container';
import { Img } from '@react-email/img';
import { Link } from '@react-email/link';
import { Section } from '@react-email/section';
import { BlockList, sheetWidth } from './blocks.tsx';
import { lightColors, onAction } from './email-colors.ts';
import { useEmail } from './email-view.ts';

const font = "system-ui,-apple-system,'Segoe UI',Roboto,Arial,sans-serif";
const logoHeight = 40;

/** The sheet of an email: the client's header, the blocks, and the footer that every one has. */
export function EmailSheet({ blocks }: { blocks: readonly EmailBlock[] }) {
  const { head } = useEmail();
  const { sheet, ink } = lightColors(head);
  return (
    <Container
      className="em-sheet"
      style={{
        maxWidth: sheetWidth,
        width: '100%',
        backgroundColor: sheet,
        borderTop: `5px solid ${head.colours.action}`,
        borderRadius: 8,
        fontFamily: font,
      }}
    >
      <Section className="em-pad" style={{ padding: '26px 32px 0' }}>
        <Logo head={head} />
      </Section>
      <Section
        className="em-pad em-ink"
        style={{
          padding: '20px 32px 12px',
          color: ink,
          fontSize: 16,
          lineHeight: '1.6',
          overflowWrap: 'anywhere',
        }}
      >
        <BlockList blocks={blocks} />
      </Section>
      <Footer />
    </Container>
  );
}

function Logo({ head: { name, mark, logo, corner, colours }, head }: { head: Letterhead }) {
  const { ink } = lightColors(head);
  const words = { color: ink, fontSize: 18, fontWeight: 700, lineHeight: '1.2' };
  if (logo)
    return (
      <Img
        src={logo.src}
        alt={name}
        width={Math.min(200, Math.round((logo.width / logo.height) * logoHeight))}
        style={words}
      />
    );
  return (
    <span className="em-ink" style={words}>
      <span
        style={{
          display: 'inline-block',
          minWidth: 22,
          padding: '7px 8px',
          marginRight: 10,
          borderRadius: Math.min(corner, 10),
          backgroundColor: colours.action,
          color: onAction(head),
          textAlign: 'center',
        }}
      >
        {mark}
      </span>
      {name}
    </span>
  );
}

/** Who writes, from where, and how to get no more of it. */
function Footer() {
  const { head, unsubscribe, preferences } = useEmail();
  const { soft, line } = lightColors(head);
  return (
    <Section
      className="em-pad em-soft em-line"
      style={{
        padding: '14px 32px 24px',
        borderTop: `1px solid ${line}`,
        color: soft,
        fontSize: 13,
        lineHeight: '1.6',
      }}
    >
      {[head.name, ...head.contact].filter(Boolean).join(' · ')}
      {unsubscribe && (
        <>
          <br />
          {preferences && (
            <>
              <Link
                href={preferences}
                className="em-soft"
                style={{ color: soft, textDecoration: 'underline' }}
              >
                Choose what you get
              </Link>
              {' · '}
            </>
          )}
          <Link
            href={unsubscribe}
            className="em-soft"
            style={{ color: soft, textDecoration: 'underline' }}
          >
            No more emails like this
          </Link>
        </>
      )}
    </Section>
  );
}
