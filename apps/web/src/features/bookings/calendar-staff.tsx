import { api } from '@plumgate/contract';
import {
  staffChoices,
  type CalendarContent,
  type CalendarPlace,
  type StaffChoice,
  type Staffing,
} from '@plumgate/core/booking';
import type { StaffId } from '@plumgate/core/basics';
import { Plus, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { SelectField, TextField, Tick } from '../../ui/field.tsx';

interface Part {
  content: CalendarContent;
  clientId: string;
  slug: string;
  onChange: (content: CalendarContent) => void;
}

type Who = 'nobody' | 'name' | 'skill';
const whoWords: Record<Who, string> = {
  nobody: 'Nobody in particular',
  name: 'Members of the staff',
  skill: 'Everybody with a skill',
};

/** Whose time a calendar gives out, and who of them takes a booking. */
export function CalendarStaff({ content, clientId, slug, onChange }: Part) {
  const { staffing } = content;
  const { data } = useEndpoint(api.listStaffTimes, { params: { clientId } });
  const everybody = data?.staff ?? [];
  const set = (changed: Staffing | null) => onChange({ ...content, staffing: changed });
  const assign = staffing?.assign ?? 'anybody';
  const skills = [...new Set(everybody.flatMap((one) => one.content.skills))].sort();
  const choose = (who: Who) => {
    if (who === 'nobody') return set(null);
    const staff = everybody.slice(0, 1).map(({ id }) => id);
    if (who === 'name') return set({ who: { by: 'name', staff }, assign });
    return set({ who: { by: 'skill', skill: skills[0] ?? '' }, assign });
  };
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Who takes bookings</h2>
      <SelectField
        label="Bookings are with"
        options={whoWords}
        value={staffing?.who.by ?? 'nobody'}
        onChange={(event) => choose(event.target.value as Who)}
      />
      {staffing?.who.by === 'name' && (
        <StaffTicks
          label="Staff"
          everybody={everybody}
          chosen={staffing.who.staff}
          onChange={(staff) => set({ who: { by: 'name', staff }, assign })}
        />
      )}
      {staffing?.who.by === 'skill' && (
        <TextField
          label="Skill"
          value={staffing.who.skill}
          maxLength={60}
          list="skills"
          help={
            skills.length > 0
              ? `Set for each member of the staff. So far: ${skills.join(', ')}.`
              : 'No skill is set for anybody yet. Add skills on the Staff screen.'
          }
          onChange={(event) => set({ who: { by: 'skill', skill: event.target.value }, assign })}
        />
      )}
      {staffing && (
        <SelectField
          label="Who gets a booking"
          options={staffChoices}
          value={assign}
          help={assignHelp[assign]}
          onChange={(event) => set({ ...staffing, assign: event.target.value as StaffChoice })}
        />
      )}
      <p className="text-xs text-muted">
        {everybody.length === 0
          ? 'There is no staff yet. Add people under Settings. '
          : staffing
            ? 'A time is offered while one of them is free. '
            : ''}
        <Link
          className="font-semibold text-plum-dark hover:underline"
          to={`/${slug}/bookings/staff`}
        >
          Hours, time off and own calendars
        </Link>
      </p>
    </section>
  );
}

const assignHelp: Record<StaffChoice, string> = {
  choose: 'The page asks who they want to see.',
  anybody: 'Of those who are free, the one with the fewest bookings that day.',
  'in-turn': 'Of those who are free, the one who has waited longest for a new booking.',
};

function StaffTicks({
  label,
  everybody,
  chosen,
  onChange,
}: {
  label: string;
  everybody: readonly { id: StaffId; name: string; role: string }[];
  chosen: readonly StaffId[];
  onChange: (chosen: StaffId[]) => void;
}) {
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">{label}</legend>
      {everybody.map(({ id, name, role }) => (
        <Tick
          key={id}
          label={[name, role].filter(Boolean).join(', ')}
          checked={chosen.includes(id)}
          onChange={(isIn) =>
            onChange(isIn ? [...chosen, id] : chosen.filter((other) => other !== id))
          }
        />
      ))}
    </fieldset>
  );
}

/** Several places of a calendar, of which a visitor chooses one. */
export function CalendarPlaces({ content, clientId, onChange }: Omit<Part, 'slug'>) {
  const { places, staffing } = content;
  const { data } = useEndpoint(api.listStaffTimes, { params: { clientId } });
  const set = (changed: CalendarPlace[]) => onChange({ ...content, places: changed });
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Several places</h2>
      {places.length === 0 && (
        <p className="text-muted">
          None. Add two or more, and the page asks where people want to come.
        </p>
      )}
      {places.map((place, index) => {
        const change = (changes: Partial<CalendarPlace>) =>
          set(places.with(index, { ...place, ...changes }));
        return (
          <div
            key={place.id}
            className="grid gap-2 rounded-control border border-line bg-sheet p-3"
          >
            <div className="flex items-end gap-2">
              <div className="flex-1">
                <TextField
                  label="Name of the place"
                  value={place.name}
                  maxLength={80}
                  onChange={(event) => change({ name: event.target.value })}
                />
              </div>
              <IconButton
                label={`Remove ${place.name || 'this place'}`}
                onClick={() => set(places.toSpliced(index, 1))}
              >
                <Trash2 />
              </IconButton>
            </div>
            <TextField
              label="Address"
              value={place.address}
              maxLength={200}
              onChange={(event) => change({ address: event.target.value })}
            />
            {staffing && (
              <StaffTicks
                label="Who works here (nobody ticked means all)"
                everybody={data?.staff ?? []}
                chosen={place.staff}
                onChange={(staff) => change({ staff })}
              />
            )}
          </div>
        );
      })}
      <div>
        <Button
          onClick={() =>
            set([...places, { id: crypto.randomUUID(), name: '', address: '', staff: [] }])
          }
        >
          <Plus className="size-4" aria-hidden /> Add a place
        </Button>
      </div>
    </section>
  );
}
