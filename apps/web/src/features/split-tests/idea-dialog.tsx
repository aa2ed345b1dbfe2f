import { api, TestIdea, type Answered, type TestView } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import {
  guessedRate,
  measureNames,
  testMeasures,
  type TestMeasure,
} from '@plumgate/core/splittest';
import { useState } from 'react';
import type { z } from 'zod';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { planWords } from './test-words.ts';

type Idea = z.input<typeof TestIdea>;

/** An idea for a page: what somebody expects, what decides, and how long it takes to find out. */
export function IdeaDialog({
  pageId: given,
  pages,
  test,
  onSaved,
  onClose,
}: {
  /** The page it is for; null leaves the choice among `pages`. */
  pageId: PageId | null;
  pages: { pageId: PageId; name: string }[];
  /** The test that is changed; null for a new one. */
  test: TestView | null;
  onSaved: (test: TestView) => void;
  onClose: () => void;
}) {
  const [pageId, setPageId] = useState(given ?? pages[0]?.pageId ?? null);
  const [idea, setIdea] = useState<Idea>(() => (test ? ideaOf(test) : { hypothesis: '' }));
  const [failure, setFailure] = useState<unknown>(null);
  const set = (changes: Partial<Idea>) => setIdea({ ...idea, ...changes });
  const { devices: [device] = [], sources: [source] = [] } = idea.audience ?? {};
  const measure = idea.measure ?? 'lead';
  const grounds = useEndpoint(
    api.getTestGrounds,
    { params: { pageId: pageId! }, query: { measure, device, source } },
    { keepsShown: true, enabled: pageId !== null },
  ).data;
  const isWhole = pageId !== null && TestIdea.safeParse(idea).success;
  return (
    <Dialog title={test ? 'The idea' : 'Test an idea'} width="w-[560px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const saving = test
            ? call(api.changeTest, { params: { testId: test.testId }, body: idea })
            : call(api.createTest, { params: { pageId: pageId! }, body: idea });
          saving.then(onSaved, setFailure);
        }}
      >
        {!test && (
          <SelectField
            label="Page"
            options={Object.fromEntries(pages.map((one) => [one.pageId, one.name]))}
            value={pageId ?? ''}
            onChange={({ target }) => setPageId(target.value as PageId)}
          />
        )}
        <LongField
          label="What do you expect, and why?"
          help="One sentence, such as: with the price in the headline, more visitors send the form"
          autoFocus
          rows={2}
          maxLength={300}
          value={idea.hypothesis}
          onChange={({ target }) => set({ hypothesis: target.value })}
        />
        <TextField
          label="What is different on B"
          help="In a few words, such as: headline with the price"
          maxLength={200}
          value={idea.change ?? ''}
          onChange={({ target }) => set({ change: target.value })}
        />
        <SelectField
          label="What decides"
          options={Object.fromEntries(
            testMeasures.map((one) => [one, `How many ${measureNames[one]}`]),
          )}
          value={measure}
          onChange={({ target }) => set({ measure: target.value as TestMeasure })}
        />
        <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
          <SelectField
            label="Who takes part"
            options={{
              all: 'All visitors',
              phone: 'Visitors on a phone',
              wide: 'Visitors on a wide screen',
            }}
            value={device ?? 'all'}
            onChange={({ target: { value } }) =>
              set({
                audience: {
                  ...idea.audience,
                  devices: value === 'all' ? [] : [value as 'phone' | 'wide'],
                },
              })
            }
          />
          {/* A test that names several sources, or one from which nobody came of late, keeps them. */}
          <SelectField
            label="Who came from"
            options={{
              '': 'Anywhere',
              ...sameNames([
                ...(grounds?.sources ?? []),
                ...(source === undefined ? [] : [source]),
              ]),
            }}
            value={source ?? ''}
            onChange={({ target: { value } }) =>
              set({ audience: { ...idea.audience, sources: value === '' ? [] : [value] } })
            }
          />
        </div>
        <Plan variations={test?.variations.length ?? 2} {...{ grounds, idea, set }} />
        <DialogFoot
          does={test ? 'Save' : 'Plan the test'}
          off={!isWhole}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

/** How many visitors and days it takes, from the page's own rate. */
function Plan({
  grounds,
  variations,
  idea,
  set,
}: {
  grounds: Answered<typeof api.getTestGrounds> | undefined;
  variations: number;
  idea: Idea;
  set: (changes: Partial<Idea>) => void;
}) {
  const base = idea.base ?? (grounds?.rate || guessedRate);
  const lift = idea.lift ?? 0.2;
  return (
    <div className="grid gap-2 rounded-control bg-paper p-3">
      <div className="grid grid-cols-2 items-start gap-4">
        <NumberField
          label="Rate now, in %"
          min={0.1}
          max={100}
          step={0.1}
          value={Math.round(base * 1000) / 10}
          onChange={(percent) => set({ base: percent ? percent / 100 : undefined })}
        />
        <NumberField
          label="Hoped for: so many % more"
          min={5}
          max={300}
          value={Math.round(lift * 100)}
          onChange={(percent) => set({ lift: (percent ?? 0) / 100 })}
        />
      </div>
      {grounds && (
        <p className="text-[13px]">
          {grounds.rate === null && idea.base === undefined
            ? `Only ${grounds.visitors} visitors in the last 90 days: the rate is a guess, put your own. `
            : ''}
          {planWords({ base, lift, variations, perDay: grounds.perDay })}
        </p>
      )}
    </div>
  );
}

const sameNames = (names: readonly string[]): Record<string, string> =>
  Object.fromEntries(names.map((name) => [name, name]));

const ideaOf = ({ hypothesis, measure, lift, base, audience, variations }: TestView): Idea => ({
  ...{ hypothesis, measure, lift, base, audience, change: variations.at(-1)!.change },
});
