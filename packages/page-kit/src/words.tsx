import { Fragment, type ReactNode } from 'react';
import { usePage } from './page-context.ts';

/** Words of a part: merge fields filled for a visitor, editable where they stand in the editor. `item` counts in a list, `field` names a part of what is listed. */
export function Words(props: {
  part: string;
  setting: string;
  text: string;
  item?: number;
  field?: string;
}) {
  const page = usePage();
  if (page.editing)
    return page.editing.words(props.part, props.setting, props.text, props.item, props.field);
  return <Lines text={page.merge(props.text)} />;
}

/** Text with its line breaks. */
export function Lines({ text }: { text: string }): ReactNode {
  return text.split('\n').map((line, index) => (
    <Fragment key={index}>
      {index > 0 && <br />}
      {line}
    </Fragment>
  ));
}
