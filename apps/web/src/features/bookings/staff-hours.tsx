import { api, type StaffTimesView } from '@plumgate/contract';
import { StaffTimes } from '@plumgate/core/booking';
import type { Week } from '@plumgate/core/opening';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { EmailField } from '../../ui/email-field.tsx';
import { TextField, Tick } from '../../ui/field.tsx';
import { WeekSpans } from '../../ui/spans.tsx';
import { useSave } from '../../ui/use-save.ts';

/** Own hours to begin with: weekdays nine to five. */
const usualWeek: Week = Array.from({ length: 7 }, (_, day) =>
  day < 5 ? [{ from: '09:00', to: '17:00' }] : [],
);

/** Somebody's hours, what they can do, and where they are told of bookings. */
export function StaffHours({ member }: { member: StaffTimesView }) {
  const [content, setContent] = useState(member.content);
  const [skills, setSkills] = useState(member.content.skills.join(', '));
  const set = (changes: Partial<StaffTimes>) => setContent({ ...content, ...changes });
  const changed = {
    ...content,
    skills: [...new Set(skills.split(',').map((skill) => skill.trim()))].filter(Boolean),
  };
  const { save, error } = useSave(() => toast(`Saved. Free times follow ${member.name}’s hours.`));
  const problem = StaffTimes.safeParse(changed).error?.issues[0]?.message;
  const isSame = JSON.stringify(changed) === JSON.stringify(member.content);
  return (
    <form
      className="grid content-start gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        save(() =>
          call(api.saveStaffTimes, {
            params: { staffId: member.id },
            body: { version: member.version, content: changed },
          }),
        );
      }}
    >
      <h2 className="text-lg">Hours</h2>
      <Tick
        label="Has hours of their own"
        help="Otherwise they take bookings whenever the calendar is open."
        checked={content.hours !== null}
        onChange={(own) => set({ hours: own ? usualWeek : null })}
      />
      {content.hours && (
        <div className="grid gap-3">
          <WeekSpans week={content.hours} onChange={(hours) => set({ hours })} />
        </div>
      )}
      <TextField
        label="Skills"
        value={skills}
        help="Separated by commas, such as Crowns, Children. A calendar can ask for people with a skill."
        onChange={(event) => setSkills(event.target.value)}
      />
      <EmailField
        label="Notify of their bookings"
        value={content.email}
        onChange={(email) => set({ email })}
      />
      {(error ?? (isSame ? undefined : problem)) && (
        <p role="alert" className="font-semibold text-brick">
          {error ?? problem}
        </p>
      )}
      <div>
        <Button look="main" type="submit" disabled={isSame || problem !== undefined}>
          Save
        </Button>
      </div>
    </form>
  );
}
