import type { RichText, Run } from '@plumgate/core/basics';
import { Fragment, type ReactNode } from 'react';
import { usePage } from './page-context.ts';
import { Lines } from './words.tsx';

/** Rich text of a part: merge fields filled for a visitor, editable where it stands in the editor. */
export function Rich({
  part,
  setting,
  text,
}: {
  part: string;
  setting: string;
  text: RichText;
}): ReactNode {
  const page = usePage();
  if (page.editing) return page.editing.rich(part, setting, text);
  return <RichLines text={text} merge={page.merge} />;
}

/** Rich text as elements, its words through `merge`. */
export function RichLines({
  text,
  merge,
}: {
  text: RichText;
  merge: (words: string) => string;
}): ReactNode {
  const runs = (list: Run[]) =>
    list.map((run, index) => <Look key={index} run={run} merge={merge} />);
  const items = (list: Run[][]) =>
    list.map((one, index) => (
      <li key={index}>
        <p>{runs(one)}</p>
      </li>
    ));
  return text.map((block, index) => {
    if (block.kind === 'paragraph') return <p key={index}>{runs(block.runs)}</p>;
    const List = block.kind === 'bullets' ? 'ul' : 'ol';
    return <List key={index}>{items(block.items)}</List>;
  });
}

function Look({ run, merge }: { run: Run; merge: (words: string) => string }): ReactNode {
  let inside: ReactNode = <Lines text={merge(run.text)} />;
  if (run.italic) inside = <em>{inside}</em>;
  if (run.bold) inside = <strong>{inside}</strong>;
  return run.href ? <a href={run.href}>{inside}</a> : <Fragment>{inside}</Fragment>;
}
