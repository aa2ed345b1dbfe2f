import { api, type ClientSummary, type TagView } from '@plumgate/contract';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useClient } from '../../api/client.ts';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { MeasuringForm } from './measuring-form.tsx';
import { TagCheck } from './tag-check.tsx';
import { TagDialog } from './tag-dialog.tsx';
import { TagHits } from './tag-hits.tsx';
import { TagList } from './tag-list.tsx';

/** Other people's code on a client's pages, whether it runs as it should, and how visitors are counted. */
export function TagsScreen() {
  const client = useClient();
  return client ? <Tags key={client.id} client={client} /> : <Skeleton />;
}

function Tags({ client }: { client: ClientSummary }) {
  const act = useAct();
  const refresh = useRefreshAll();
  const [open, setOpen] = useState<TagView | 'new' | null>(null);
  const params = { clientId: client.id };
  const asked = useEndpoint(api.getTags, { params });
  const choices = useEndpoint(api.getConditionChoices, { params });
  const failed = [asked, choices].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!asked.data || !choices.data) return <Skeleton />;
  const { tags, measuring, receiver } = asked.data;
  const sends = tags.some(({ content }) => content.code === receiver[0]?.code);
  const tryOut = () =>
    act(async () => {
      const [base, lead] = receiver;
      const { ids } = await call(api.addTags, { params, body: { tags: [base!] } });
      const needs = ids[0]!;
      const more = await call(api.addTags, { params, body: { tags: [{ ...lead!, needs }] } });
      return {
        said: 'Two tags were added. Open a live page and send its form to see them arrive.',
        undo: async () => {
          for (const tagId of [...ids, ...more.ids])
            await call(api.removeTag, { params: { tagId } });
        },
      };
    });
  return (
    <>
      <PageHead title="Results">
        {!sends && <Button onClick={() => void tryOut()}>Try with the tag receiver</Button>}
        <Button look="main" onClick={() => setOpen('new')}>
          <Plus className="size-4" aria-hidden /> Add a tag
        </Button>
      </PageHead>
      <ResultsTabs client={client} />
      <div className="grid max-w-5xl gap-7 p-6 max-md:p-4">
        {tags.length === 0 ? (
          <Empty title="No tag is on the pages">
            <p>
              A tag is code of an ad platform or the like. Add its base code for every page, and
              what counts a lead to run once for each. The tag receiver is a stand-in to try the
              wiring with.
            </p>
          </Empty>
        ) : (
          <>
            <TagList {...{ client, tags }} choices={choices.data} onEdit={setOpen} />
            <Part title="On the live pages">
              <TagCheck {...{ client, tags }} />
            </Part>
          </>
        )}
        {sends && (
          <Part title="Arrived at the tag receiver">
            <TagHits client={client} />
          </Part>
        )}
        <Part title="How visitors are counted">
          <MeasuringForm key={JSON.stringify(measuring)} {...{ client, measuring }} />
        </Part>
      </div>
      {open && (
        <TagDialog
          {...{ client, tags }}
          choices={choices.data}
          tag={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
          onSaved={() => {
            setOpen(null);
            void refresh();
          }}
        />
      )}
    </>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">{title}</h2>
      {children}
    </section>
  );
}
