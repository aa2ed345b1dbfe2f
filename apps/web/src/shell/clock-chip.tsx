import { api } from '@plumgate/contract';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../api/call.ts';
import { useEndpoint, useRefreshAll } from '../api/hooks.ts';
import { dayText, timeText, whenText } from '../ui/when.ts';

const steps = {
  PT1H: 'One hour ahead',
  P1D: 'One day ahead',
  P3D: 'Three days ahead',
  P7D: 'One week ahead',
} as const;

/** The demo's time, and the way to move it forward: what falls due on the way happens. */
export function ClockChip({ zone, mayMove }: { zone: string; mayMove: boolean }) {
  const { data } = useEndpoint(api.getClock, {}, { refetchInterval: 30_000 });
  const refresh = useRefreshAll();
  const [moving, setMoving] = useState(false);
  const move = async (advance: string) => {
    setMoving(true);
    try {
      const { now } = await call(api.moveClock, { body: { advance } });
      await refresh();
      toast(`It is now ${whenText(now, zone)}.`);
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setMoving(false);
    }
  };
  if (!data) return null;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        disabled={!mayMove || moving}
        className="rounded-full bg-honey-tint px-3 py-0.5 text-xs font-semibold whitespace-nowrap text-honey"
      >
        {moving ? (
          'Moving the clock'
        ) : (
          <>
            <span className="max-md:sr-only">Demo clock · </span>
            {dayText(data.now, zone)}, {timeText(data.now, zone)}
          </>
        )}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-30 min-w-52 rounded-card border border-line bg-sheet p-1.5 shadow-lg"
        >
          <DropdownMenu.Label className="px-2.5 py-1 text-xs text-muted">
            Move the demo clock
          </DropdownMenu.Label>
          {Object.entries(steps).map(([advance, label]) => (
            <DropdownMenu.Item
              key={advance}
              className="cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-highlighted:bg-plum-tint"
              onSelect={() => void move(advance)}
            >
              {label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
