import { api, type TestView } from '@plumgate/contract';
import type { VariationId } from '@plumgate/core/basics';
import { verdictWords } from '@plumgate/core/splittest';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField } from '../../ui/field.tsx';
import { warningWords } from './test-words.ts';

/** Ends a test: which variation all visitors see from then on, and what was learned. */
export function EndDialog({
  test,
  onEnded,
  onClose,
}: {
  test: TestView;
  onEnded: () => void;
  onClose: () => void;
}) {
  const [first] = test.variations;
  const winner = test.variations.find(({ letter }) => letter === test.winner);
  const [keep, setKeep] = useState<VariationId>((winner ?? first!).variationId);
  const [lesson, setLesson] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const cautions = [
    ...(test.verdict === 'too-early'
      ? ['It is early to decide. What looks better now may well be chance.']
      : []),
    ...test.warnings.map((one) => warningWords[one]),
  ];
  return (
    <Dialog title="End the test" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          call(api.endTest, { params: { testId: test.testId }, body: { keep, lesson } }).then(
            onEnded,
            setFailure,
          );
        }}
      >
        <p>{verdictWords(test)}</p>
        {cautions.length > 0 && (
          <ul className="grid gap-1 rounded-control bg-honey-tint p-3 text-[13px]">
            {cautions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <SelectField
          label="Show to all visitors from now on"
          options={Object.fromEntries(
            test.variations.map(({ variationId, letter, change }) => [
              variationId,
              `${letter}, ${change || (letter === 'A' ? 'the page as it was' : 'the tested draft')}`,
            ]),
          )}
          value={keep}
          help={
            keep === first!.variationId
              ? 'The page stays as it was before the test.'
              : 'It is published at once. The page as it was stays under See changes.'
          }
          onChange={({ target }) => setKeep(target.value as VariationId)}
        />
        <LongField
          label="What did you learn?"
          help="For the next idea, and for anyone who asks why the page is as it is"
          rows={2}
          maxLength={1000}
          value={lesson}
          onChange={({ target }) => setLesson(target.value)}
        />
        <DialogFoot does="End the test" failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
