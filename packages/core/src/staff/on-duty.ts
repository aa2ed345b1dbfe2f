import type { Instant } from '../basics/index.ts';
import { isOpen, type Week } from '../opening/index.ts';

/** When somebody of the team is on duty: null for always. */
export interface Duty {
  onDuty: Week | null;
  zone: string;
}

/** Whether somebody is on duty at a moment, by the wall of their zone. */
export const isOnDuty = ({ onDuty, zone }: Duty, at: Instant): boolean =>
  onDuty === null || isOpen(at, { week: onDuty, closed: [], zone });
