import type { CampaignContent, CampaignTime } from '@plumgate/core/campaigns';
import { Choice, TextField } from '../../ui/field.tsx';
import { zoneName } from '../../ui/when.ts';

/** When a campaign goes out, and how many at once. */
export function WhenFields({
  content: { when, perMinute, message },
  zone,
  today,
  onChange,
}: {
  content: CampaignContent;
  zone: string;
  today: string;
  onChange: (changes: Partial<CampaignContent>) => void;
}) {
  const starters: Record<CampaignTime['kind'], CampaignTime> = {
    now: { kind: 'now' },
    at: { kind: 'at', at: `${today}T09:00` },
    morning: { kind: 'morning', date: today, at: '09:00' },
  };
  return (
    <>
      <Choice
        label="When"
        value={when.kind}
        options={{ now: 'Now', at: 'At a time', morning: 'In their own morning' }}
        onChange={(kind) => onChange({ when: starters[kind] })}
      />
      {when.kind === 'at' && (
        <TextField
          label="Day and time"
          type="datetime-local"
          help={zoneName(zone)}
          value={when.at}
          onChange={(event) =>
            event.target.value && onChange({ when: { kind: 'at', at: event.target.value } })
          }
        />
      )}
      {when.kind === 'morning' && (
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="Day"
            type="date"
            value={when.date}
            onChange={(event) =>
              event.target.value && onChange({ when: { ...when, date: event.target.value } })
            }
          />
          <TextField
            label="Time"
            type="time"
            help="By the clock of each person, where it is known"
            value={when.at}
            onChange={(event) =>
              event.target.value && onChange({ when: { ...when, at: event.target.value } })
            }
          />
        </div>
      )}
      {message.kind === 'text' && (
        <p className="text-xs text-muted">
          Nobody gets it between 9:00 PM and 8:00 AM of their own clock.
        </p>
      )}
      <TextField
        label="Sent in a minute"
        help="Fewer is kinder to a new sender: providers trust what comes slowly."
        type="number"
        min={1}
        max={10_000}
        value={perMinute}
        onChange={(event) => onChange({ perMinute: event.target.valueAsNumber || 0 })}
      />
    </>
  );
}
