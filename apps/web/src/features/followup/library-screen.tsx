import { api, type ClientSheet } from '@plumgate/contract';
import type { TemplateId } from '@plumgate/core/basics';
import {
  followUpAims,
  readyFollowUps,
  startWords,
  type FollowUp,
  type FollowUpAim,
} from '@plumgate/core/library';
import { trades, type Trade } from '@plumgate/core/templates';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { IconButton } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { FollowUpPreview } from './follow-up-preview.tsx';
import { TakeFollowUp } from './take-follow-up.tsx';
import { useFollowUpChoices } from './follow-up-choices.ts';

/** A follow-up to choose from; one of the agency's own can be deleted. */
type Offered = FollowUp & { templateId: TemplateId | null };

/** Follow-ups to start from: what each does, in the client's brand and words, before it is taken. */
export function LibraryScreen() {
  const client = useClient();
  const clientId = client?.id ?? '';
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId } },
    { enabled: client !== undefined },
  );
  const own = useEndpoint(api.listFollowUpTemplates, {});
  const failed = [sheet, own].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!sheet.data || !own.data) return <Skeleton />;
  const offered: Offered[] = [
    ...own.data.templates.map((one) => ({ ...one, templateId: one.id })),
    ...readyFollowUps.map((one) => ({ ...one, templateId: null })),
  ];
  return <Choosing key={clientId} sheet={sheet.data} offered={offered} />;
}

function Choosing({ sheet, offered }: { sheet: ClientSheet; offered: Offered[] }) {
  const [aim, setAim] = useState<FollowUpAim | 'all'>('all');
  const [trade, setTrade] = useState<Trade | 'all'>('all');
  const [key, setKey] = useState(readyFollowUps[0]!.key);
  const shown = offered.filter(
    (one) =>
      (aim === 'all' || one.aim === aim) &&
      (trade === 'all' || one.trade === 'any' || one.trade === trade),
  );
  const chosen = shown.find((one) => one.key === key) ?? shown[0];
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="Start from a template"
        above={
          <Link className="hover:underline" to={`/${sheet.slug}/follow-up`}>
            Follow-up
          </Link>
        }
      >
        <InlineSelect
          label="Aim"
          options={{ all: 'Every aim', ...followUpAims }}
          value={aim}
          onChange={(value) => setAim(value as FollowUpAim | 'all')}
        />
        <InlineSelect
          label="Trade"
          options={{ all: 'Every trade', ...trades }}
          value={trade}
          onChange={(value) => setTrade(value as Trade | 'all')}
        />
      </PageHead>
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-auto">
        <nav
          aria-label="Templates"
          className="w-72 shrink-0 border-r border-line p-3 max-lg:w-full max-lg:border-r-0 max-lg:border-b lg:overflow-auto"
        >
          {shown.length === 0 && <p className="p-2 text-muted">None for this aim and trade.</p>}
          <ul className="grid gap-1">
            {shown.map((one) => (
              <li key={one.key}>
                <button
                  type="button"
                  aria-pressed={one === chosen}
                  className="w-full rounded-control px-3 py-2 text-left hover:bg-line/40 aria-pressed:bg-plum-tint aria-pressed:text-plum-dark"
                  onClick={() => setKey(one.key)}
                >
                  <span className="block font-semibold">{one.name}</span>
                  <span className="text-xs text-muted">
                    {one.templateId ? 'Your own' : followUpAims[one.aim]}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        {chosen && <Chosen key={chosen.key} sheet={sheet} followUp={chosen} />}
      </div>
    </div>
  );
}

function Chosen({ sheet, followUp }: { sheet: ClientSheet; followUp: Offered }) {
  const choices = useFollowUpChoices(sheet, followUp);
  const { remove, removal } = useRemoval();
  const { templateId } = followUp;
  return (
    <>
      <section
        aria-label={followUp.name}
        tabIndex={0}
        className="min-w-0 flex-1 p-6 max-md:p-4 lg:overflow-auto"
      >
        <div className="flex items-start gap-3">
          <h2 className="flex-1 text-2xl">{followUp.name}</h2>
          {templateId && (
            <IconButton
              label="Delete the template"
              onClick={() =>
                void remove({
                  kind: 'follow-up',
                  id: templateId,
                  does: () => call(api.removeFollowUpTemplate, { params: { templateId } }),
                })
              }
            >
              <Trash2 />
            </IconButton>
          )}
        </div>
        {removal}
        <p className="mt-1 max-w-prose">{followUp.about}</p>
        <p className="mt-1 text-muted">{startWords[followUp.startsBy]}</p>
        <FollowUpPreview sheet={sheet} content={choices.shown} pages={choices.shownPages} />
      </section>
      <TakeFollowUp sheet={sheet} followUp={followUp} choices={choices} />
    </>
  );
}
