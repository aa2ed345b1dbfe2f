import { api, type ClientSummary } from '@plumgate/contract';
import { languageName, languages, pageWords } from '@plumgate/core/languages';
import { Measuring } from '@plumgate/core/tags';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';

const modes: Record<Measuring['mode'], [name: string, help: string]> = {
  cookie: [
    'With a cookie',
    'A visitor who comes back is the same one, and the first and last source are known for a year.',
  ],
  ask: [
    'With a cookie after they agree',
    'A bar asks. Before a yes no tag that needs consent runs, and a visitor is known for a day only.',
  ],
  without: [
    'Without a cookie',
    'A visitor is known for a day only: who comes back tomorrow counts again, a lead is put down to its own visit, and no split test can run. Tags that need consent never run.',
  ],
};

/** How a client's visitors are counted, and what they are asked. */
export function MeasuringForm({
  client,
  measuring,
}: {
  client: ClientSummary;
  measuring: Measuring;
}) {
  const act = useAct();
  const [draft, setDraft] = useState(measuring);
  const [language, setLanguage] = useState('en');
  const set = (changes: Partial<Measuring>) => setDraft({ ...draft, ...changes });
  const save = (body: Measuring) =>
    call(api.changeMeasuring, { params: { clientId: client.id }, body });
  const isChanged = JSON.stringify(draft) !== JSON.stringify(measuring);
  const policy = Measuring.shape.policy.safeParse(draft.policy);
  const setWords = (text: string) => {
    const { [language]: _before, ...others } = draft.words;
    set({ words: text ? { ...others, [language]: text } : others });
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void act(async () => {
          await save(draft);
          return {
            said: 'Saved. It holds on all live pages from now on.',
            undo: async () => {
              await save(measuring);
              setDraft(measuring);
            },
          };
        });
      }}
    >
      {(Object.entries(modes) as [Measuring['mode'], [string, string]][]).map(
        ([mode, [name, help]]) => (
          <label key={mode} className="flex items-start gap-2">
            <input
              type="radio"
              name="mode"
              className="mt-1 size-4 shrink-0 accent-plum"
              checked={draft.mode === mode}
              onChange={() => set({ mode })}
            />
            <span>
              {name}
              <span className="block text-xs text-muted">{help}</span>
            </span>
          </label>
        ),
      )}
      {draft.mode === 'ask' && (
        <div className="grid gap-3 border-l-2 border-line pl-4">
          <div className="grid grid-cols-[200px_1fr] items-start gap-4 max-md:grid-cols-1">
            <SelectField
              label="On pages in"
              options={Object.fromEntries(
                Object.keys(languages).map((one) => [one, languageName(one)]),
              )}
              value={language}
              onChange={({ target }) => setLanguage(target.value)}
            />
            <LongField
              label="The bar says"
              rows={2}
              maxLength={400}
              placeholder={pageWords(language).consent.ask}
              value={draft.words[language] ?? ''}
              onChange={({ target }) => setWords(target.value)}
            />
          </div>
          <TextField
            label="Address of the privacy page"
            placeholder="https://"
            value={draft.policy}
            error={
              policy.success ? undefined : 'Give an address, such as https://example.com/privacy.'
            }
            onChange={({ target }) => set({ policy: target.value.trim() })}
          />
        </div>
      )}
      <p className="text-xs text-muted">
        A browser that asks not to be tracked (Global Privacy Control) has refused in any case, and
        isn’t asked.
      </p>
      {isChanged && (
        <div className="flex gap-2">
          <Button look="main" type="submit" disabled={!policy.success}>
            Save
          </Button>
          <Button onClick={() => setDraft(measuring)}>Discard</Button>
        </div>
      )}
    </form>
  );
}
