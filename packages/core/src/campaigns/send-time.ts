import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';
import type { CampaignTime } from './campaign.ts';

/** When no marketing text goes out, by the clock of the one who gets it (47 CFR 64.1200(c)(1): before 8 a.m. or after 9 p.m.; from memory). */
export const textQuiet = { from: 21, to: 8 };

/**
 * When a campaign begins for people of a zone: not before `now`.
 *
 * @param zone the client's, in which `at` is meant
 * @param theirZone the person's, in which `morning` is meant
 */
export function campaignStart(
  when: CampaignTime,
  { zone, theirZone, now }: { zone: string; theirZone: string; now: Instant },
): Instant {
  const start = startOf(when, zone, theirZone);
  return start && Temporal.Instant.compare(start, now) > 0 ? start : now;
}

function startOf(when: CampaignTime, zone: string, theirZone: string): Instant | null {
  switch (when.kind) {
    case 'now':
      return null;
    case 'at':
      return Temporal.PlainDateTime.from(when.at).toZonedDateTime(zone).toInstant();
    case 'morning':
      return momentOn(when.date, when.at, theirZone);
  }
}

const momentOn = (date: string, at: string, zone: string): Instant =>
  Temporal.PlainDate.from(date)
    .toZonedDateTime({ timeZone: zone, plainTime: Temporal.PlainTime.from(at) })
    .toInstant();

/** The moment from which a marketing text may go to somebody: `at` itself, or the end of the quiet hours that it falls in. */
export function outOfQuiet(at: Instant, zone: string): Instant {
  const local = at.toZonedDateTimeISO(zone);
  if (local.hour >= textQuiet.to && local.hour < textQuiet.from) return at;
  const day =
    local.hour < textQuiet.to ? local.toPlainDate() : local.toPlainDate().add({ days: 1 });
  return day
    .toZonedDateTime({ timeZone: zone, plainTime: new Temporal.PlainTime(textQuiet.to) })
    .toInstant();
}
