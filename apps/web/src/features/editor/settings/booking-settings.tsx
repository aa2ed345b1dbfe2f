import { api, type EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Plus } from 'lucide-react';
import { call } from '../../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../../api/hooks.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { LongField, SelectField } from '../../../ui/field.tsx';
import { useAct } from '../../../ui/use-act.ts';
import { FormSettings } from './form-settings.tsx';
import { useSet } from './use-set.ts';

/** A booking block: whose free times it shows, and what it asks of somebody it does not know yet. */
export function BookingSettings({ block, page }: { block: BlockOf<'booking'>; page: EditorPage }) {
  const set = useSet(block.id);
  const calendars = useEndpoint(api.listCalendars, { params: { clientId: page.client.id } });
  const known = calendars.data?.calendars ?? [];
  const names = Object.fromEntries(known.map(({ id, content }) => [id, content.name]));
  const chosen = block.calendarId in names;
  const refresh = useRefreshAll();
  const act = useAct();
  const makeCalendar = () =>
    act(async () => {
      const made = await call(api.createCalendar, {
        params: { clientId: page.client.id },
        body: { name: `${page.funnel.name} calendar`.slice(0, 80) },
      });
      await refresh();
      set({ calendarId: made.id });
      return { said: `${made.content.name} is ready, with the opening hours of the fact sheet.` };
    });
  return (
    <>
      {calendars.data && known.length === 0 ? (
        <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
          {page.client.name} has no calendar yet. A new one begins with the opening hours of the
          fact sheet.
        </p>
      ) : (
        <SelectField
          label="Calendar"
          options={chosen ? names : { '': 'Choose a calendar', ...names }}
          value={chosen ? block.calendarId : ''}
          help="Its free times appear here."
          onChange={(event) => event.target.value && set({ calendarId: event.target.value })}
        />
      )}
      <div className="flex flex-wrap gap-1">
        <Button onClick={() => void makeCalendar()}>
          <Plus className="size-4" aria-hidden /> New calendar
        </Button>
        {chosen && (
          <LinkButton
            look="quiet"
            to={`/${page.client.slug}/bookings/calendars/${block.calendarId}`}
          >
            Hours and lengths
          </LinkButton>
        )}
      </div>
      <LongField
        label="Line below the title"
        rows={2}
        maxLength={600}
        value={block.intro}
        onChange={(event) => set({ intro: event.target.value })}
      />
      <FormSettings block={block} page={page} />
    </>
  );
}
