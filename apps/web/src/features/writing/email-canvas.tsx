import type { MergeField } from '@plumgate/core/messages';
import {
  darkRules,
  EmailProvider,
  EmailSheet,
  lightColors,
  type EmailView,
} from '@plumgate/email-kit';
import { ImageOff } from 'lucide-react';
import { useMemo } from 'react';
import { BlockFrame, ColumnEnd } from './block-frame.tsx';
import { useComposed, useEmailStore } from './email-store.ts';
import { EmailWords } from './email-words.tsx';

const noPicture = (
  <div className="mb-4 flex items-center gap-2 rounded-control border border-dashed border-strong-line p-4 font-sans text-[13px] text-muted">
    <ImageOff className="size-4" aria-hidden /> Choose a picture on the left
  </div>
);

/** The email as it is written: on its sheet, in the client's look, each part where it will be. */
export function EmailCanvas({
  view,
  fields,
  isDark,
}: {
  view: EmailView;
  fields: readonly MergeField[];
  isDark: boolean;
}) {
  const store = useEmailStore();
  const blocks = useComposed(({ email }) => email.blocks);
  const writable = useMemo<EmailView>(
    () => ({
      ...view,
      writing: {
        line: (id, setting, words) => (
          <EmailWords isRich={false} value={words} {...{ id, setting, fields }} />
        ),
        rich: (id, text) => <EmailWords isRich value={text} setting="text" {...{ id, fields }} />,
        noPicture,
        block: (block, drawn) => <BlockFrame block={block}>{drawn}</BlockFrame>,
        end: (place, isEmpty) => <ColumnEnd place={place} isEmpty={isEmpty} />,
      },
    }),
    [view, fields],
  );
  return (
    <div
      className="em-page email-canvas min-h-full flex-1 px-6 pt-10 pb-16"
      style={{ background: lightColors(view.head).page }}
      onClick={() => store.getState().pick(null)}
    >
      {isDark && <style>{darkRules(view.head)}</style>}
      <EmailProvider value={writable}>
        <div>
          <EmailSheet blocks={blocks} />
        </div>
      </EmailProvider>
    </div>
  );
}
