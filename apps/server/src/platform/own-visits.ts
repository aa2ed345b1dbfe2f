import { Inject, Injectable } from '@nestjs/common';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { CONFIG, type Config } from './config.ts';
import { cookieSpec, type CookieSpec } from './http/cookies.ts';
import { Seal } from './seal.ts';

/** A link from the app is followed at once; one that was passed on marks nobody after a day. */
const linkLasts = { hours: 24 };
const cookieSeconds = 90 * 86_400;
const [link, browser] = ['own-visit', 'own-browser'];

/** The field of an address that marks the browser that opens it. */
export const ownVisitField = '_own';

/**
 * Visits of those who work on a page are not counted: pages opened from the app carry a sealed marker to the visitors'
 * host, which the browser keeps there. Nothing else is known of who it is.
 */
@Injectable()
export class OwnVisits {
  readonly cookie: CookieSpec;

  constructor(
    private readonly seals: Seal,
    @Inject(CONFIG) config: Config,
  ) {
    this.cookie = cookieSpec(config, 'gate_own', cookieSeconds);
  }

  /** The marker for a link to a client's page. */
  marker(clientId: ClientId, now: Instant): string {
    return this.seals.seal(link, `${clientId} ${now.add(linkLasts).toString()}`);
  }

  /** What the cookie becomes when a page was opened by a marker; null for one that is not ours or no longer good. */
  cookieFor(clientId: ClientId, marker: string, now: Instant): string | null {
    const [owner, until] = this.seals.open(link, marker)?.split(' ') ?? [];
    if (owner !== clientId || !until) return null;
    const isOver = Temporal.Instant.compare(Temporal.Instant.from(until), now) < 0;
    return isOver ? null : this.seals.seal(browser, clientId);
  }

  /** Whether a browser's visits to a client's pages are ours. */
  isOwn(clientId: ClientId, cookie: string | undefined): boolean {
    return cookie !== undefined && this.seals.open(browser, cookie) === clientId;
  }
}
