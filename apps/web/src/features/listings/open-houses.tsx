import { listingLimits, type OpenHouse } from '@plumgate/core/listings';
import { Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from '../../ui/button.tsx';
import { InlineField } from '../../ui/field.tsx';

/** When visitors can see the home without asking. */
export function OpenHouses({
  value,
  problem,
  onChange,
}: {
  value: OpenHouse[];
  problem: string | undefined;
  onChange: (value: OpenHouse[]) => void;
}) {
  const set = (at: number, changes: Partial<OpenHouse>) =>
    onChange(value.with(at, { ...value[at]!, ...changes }));
  return (
    <section className="grid gap-3 lg:col-span-2">
      <h2 className="text-lg">Open houses</h2>
      {value.map((one, at) => (
        <div key={at} className="flex flex-wrap items-center gap-2">
          <InlineField
            label={`Day of open house ${at + 1}`}
            type="date"
            value={one.day}
            onChange={(day) => set(at, { day })}
          />
          <InlineField
            label={`Open house ${at + 1} from`}
            type="time"
            value={one.from}
            onChange={(from) => set(at, { from })}
          />
          to
          <InlineField
            label={`Open house ${at + 1} to`}
            type="time"
            value={one.to}
            onChange={(to) => set(at, { to })}
          />
          <IconButton
            label={`Remove open house ${at + 1}`}
            onClick={() => onChange(value.toSpliced(at, 1))}
          >
            <Trash2 />
          </IconButton>
        </div>
      ))}
      {problem && <p className="text-xs font-semibold text-brick">{problem}</p>}
      {value.length < listingLimits.openHouses && (
        <div>
          <Button
            onClick={() =>
              onChange([...value, { day: value.at(-1)?.day ?? '', from: '11:00', to: '13:00' }])
            }
          >
            <Plus className="size-4" aria-hidden /> Add an open house
          </Button>
        </div>
      )}
    </section>
  );
}
