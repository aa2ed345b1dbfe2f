import { api, type EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Link } from 'react-router';
import { useEndpoint } from '../../../api/hooks.ts';
import { LongField, SelectField } from '../../../ui/field.tsx';
import { FormSettings } from './form-settings.tsx';
import { useSet } from './use-set.ts';

/** A booking block: whose free times it shows, and what it asks of somebody it does not know yet. */
export function BookingSettings({ block, page }: { block: BlockOf<'booking'>; page: EditorPage }) {
  const set = useSet(block.id);
  const calendars = useEndpoint(api.listCalendars, { params: { clientId: page.client.id } });
  const known = calendars.data?.calendars ?? [];
  const names = Object.fromEntries(known.map(({ id, content }) => [id, content.name]));
  const chosen = block.calendarId in names;
  const bookings = `/${page.client.slug}/bookings`;
  return (
    <>
      {calendars.data && known.length === 0 ? (
        <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
          {page.client.name} has no calendar yet.{' '}
          <Link className="font-semibold underline" to={bookings}>
            Add one under Bookings
          </Link>{' '}
          and choose it here.
        </p>
      ) : (
        <SelectField
          label="Calendar"
          options={chosen ? names : { '': 'Choose a calendar', ...names }}
          value={chosen ? block.calendarId : ''}
          help="Its free times appear here. Set hours and lengths under Bookings."
          onChange={(event) => event.target.value && set({ calendarId: event.target.value })}
        />
      )}
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
