import type { Slot } from '@plumgate/core/booking';

/** A free start on the wire. */
export const slotView = ({ start, local, offset, repeated, left, staff }: Slot) => ({
  start: start.toString(),
  local,
  offset,
  repeated,
  left,
  ...(staff && { staff: [...staff] }),
});
