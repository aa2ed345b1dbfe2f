import type { BookingView } from '@plumgate/contract';
import { Pill } from '../../ui/pill.tsx';

const states = {
  booked: ['tide', 'Booked'],
  came: ['leaf', 'Came'],
  missed: ['brick', 'Missed'],
  cancelled: ['plain', 'Canceled'],
} as const;

export function BookingPill({ state }: { state: BookingView['state'] }) {
  const [tone, label] = states[state];
  return <Pill tone={tone}>{label}</Pill>;
}
