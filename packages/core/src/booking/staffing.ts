import { z } from 'zod';
import { StaffRef, type StaffId } from '../basics/index.ts';
import { Week } from '../opening/index.ts';

/** A skill that staff may have and a calendar may ask for: one short line, alike in any case. */
export const Skill = z.string().trim().min(1, 'Name the skill.').max(60);

/** Who of several takes a booking: the visitor chooses, the one with the fewest that day, or each in their turn. */
export const staffChoices = {
  choose: 'Visitors choose, or anybody',
  anybody: 'Anybody who is free',
  'in-turn': 'Each in turn',
} as const;
export type StaffChoice = keyof typeof staffChoices;

/** Whose time a calendar gives out: people by name, or all who have a skill. */
export const Staffing = z.strictObject({
  who: z.union([
    z.strictObject({
      by: z.literal('name'),
      staff: z.array(StaffRef).min(1, 'Choose who takes bookings.').max(50),
    }),
    z.strictObject({ by: z.literal('skill'), skill: Skill }),
  ]),
  assign: z.enum(Object.keys(staffChoices) as [StaffChoice, ...StaffChoice[]]),
});
export type Staffing = z.infer<typeof Staffing>;

/** One of several places of a calendar, of which a visitor chooses. */
export const CalendarPlace = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().trim().min(1, 'Name the place.').max(80),
  address: z.string().trim().max(200),
  /** Who works there; empty for all of the calendar's staff. */
  staff: z.array(StaffRef).max(50),
});
export type CalendarPlace = z.infer<typeof CalendarPlace>;

/** When somebody of the staff takes bookings, what they can do, and where they are notified of each. */
export const StaffTimes = z.strictObject({
  /** Their own hours, by the wall of each calendar; null for whenever it is open. */
  hours: Week.nullable(),
  skills: z.array(Skill).max(20),
  /** Empty for nowhere. */
  email: z.union([z.literal(''), z.email('Give an email address such as ana@example.com.')]),
});
export type StaffTimes = z.infer<typeof StaffTimes>;

/** What holds for somebody who was never set up. */
export const usualStaffTimes: StaffTimes = { hours: null, skills: [], email: '' };

/** What was answered to a question of a calendar, as it was asked. */
export interface BookingAnswer {
  label: string;
  answer: string;
}

/** A deposit for a booking, taken elsewhere. */
export const Deposit = z.strictObject({
  /** In minor units of the client's currency. */
  amount: z.int('Give an amount such as 20.').min(1, 'Give an amount such as 20.').max(100_000_000),
  /** How or where it was paid, for the desk. */
  note: z.string().trim().max(120),
});
export type Deposit = z.infer<typeof Deposit>;

/** Who of the client's staff takes bookings of a calendar, at a place; in the order in which the calendar names them. */
export function staffOf(
  { who }: Pick<Staffing, 'who'>,
  everybody: readonly { id: StaffId; skills: readonly string[] }[],
  place: Pick<CalendarPlace, 'staff'> | null,
): StaffId[] {
  const known = new Map(everybody.map((one) => [one.id, one]));
  const named =
    who.by === 'name'
      ? who.staff.filter((id) => known.has(id))
      : everybody
          .filter(({ skills }) => skills.some((skill) => isSame(skill, who.skill)))
          .map(({ id }) => id);
  return place && place.staff.length > 0 ? named.filter((id) => place.staff.includes(id)) : named;
}

const isSame = (one: string, other: string): boolean =>
  one.localeCompare(other, 'en', { sensitivity: 'accent' }) === 0;
