import type { NodeId, RichText } from '@plumgate/core/basics';
import { hrefIn, shortAddress } from '@plumgate/core/emails';
import { Link } from '@react-email/link';
import { Fragment, type ReactNode } from 'react';
import { lightColors } from './email-colors.ts';
import { useEmail } from './email-view.ts';

type Run = Extract<RichText[number], { kind: 'paragraph' }>['runs'][number];

/** A line of words, its merge fields filled; editable where somebody writes it. */
export function Line({ id, setting, words }: { id: NodeId; setting: string; words: string }) {
  const { writing, reading } = useEmail();
  return writing ? writing.line(id, setting, words) : <>{reading.merge(words)}</>;
}

const paragraph = { margin: '0 0 16px' };
const list = { margin: '0 0 16px', paddingLeft: 24 };

/** Paragraphs and lists. */
export function Rich({ id, text }: { id: NodeId; text: RichText }) {
  const { writing, reading } = useEmail();
  if (writing) return writing.rich(id, text);
  return text.map((part, index) => {
    if (part.kind === 'paragraph')
      return isLeftOut(part.runs, reading.merge) ? null : (
        <p key={index} style={paragraph}>
          <Runs runs={part.runs} />
        </p>
      );
    const List = part.kind === 'bullets' ? 'ul' : 'ol';
    return (
      <List key={index} style={list}>
        {part.items.map((runs, item) => (
          <li key={item} style={{ margin: '0 0 6px' }}>
            <Runs runs={runs} />
          </li>
        ))}
      </List>
    );
  });
}

/** A paragraph that merge code leaves empty for this reader, as a condition in it does. */
const isLeftOut = (runs: Run[], merge: (words: string) => string) =>
  runs.length > 0 && runs.every(({ text }) => merge(text).trim() === '');

const Runs = ({ runs }: { runs: Run[] }) =>
  runs.map((run, index) => <OneRun key={index} run={run} />);

function OneRun({ run }: { run: Run }): ReactNode {
  const { reading, head } = useEmail();
  const words = reading.merge(run.text);
  let inside: ReactNode = run.href ? withBreaks(words) : <LinkedWords words={words} />;
  if (run.italic) inside = <em>{inside}</em>;
  if (run.bold) inside = <strong>{inside}</strong>;
  if (!run.href) return inside;
  return (
    <Link
      href={hrefIn(reading, run.href)}
      className="em-link"
      style={linkStyle(lightColors(head).link)}
    >
      {inside}
    </Link>
  );
}

const linkStyle = (color: string) => ({ color, textDecoration: 'underline' });

const address = /(https?:\/\/[^\s<>"]+[^\s<>".,;:!?)])/;

/** What a link in a sentence reads as: what a press on one of our own does, and of any other where it leads. */
function linkWords(href: string): string {
  const { pathname } = new URL(href);
  if (pathname.startsWith('/~/booking/')) return 'move or cancel';
  if (pathname.startsWith('/~/confirm/')) return 'confirm';
  return shortAddress(href);
}

/** Addresses in words become short links, so that a long one never makes an email wider than its sheet. */
function LinkedWords({ words }: { words: string }) {
  const { head, reading } = useEmail();
  return words.split(address).map((part, index) =>
    index % 2 === 1 && URL.canParse(part) ? (
      <Link
        key={index}
        href={hrefIn(reading, part)}
        className="em-link"
        style={linkStyle(lightColors(head).link)}
      >
        {linkWords(part)}
      </Link>
    ) : (
      <Fragment key={index}>{withBreaks(part)}</Fragment>
    ),
  );
}

const withBreaks = (words: string): ReactNode =>
  words.split('\n').map((line, index) => (
    <Fragment key={index}>
      {index > 0 && <br />}
      {line}
    </Fragment>
  ));
