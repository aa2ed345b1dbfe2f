import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import type { TagContent } from '@plumgate/core/tags';
import { desc, eq, inArray } from 'drizzle-orm';
import { z } from 'zod';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { tagHits } from '../../records/tags/table.ts';

/** So many of a client's newest hits are kept. */
const mostKept = 200;

const Hit = z.object({
  name: z.string().trim().min(1).max(60),
  page: z.url({ protocol: /^https?$/ }).max(2000),
  data: z
    .record(z.string().max(40), z.coerce.string().max(200))
    .refine((data) => Object.keys(data).length <= 20)
    .default({}),
});
export type Hit = z.infer<typeof Hit>;

/** Where it answers on a client's host. */
export const receiverPath = '/~/tag-receiver';

/** The name that its code gives itself on a page. */
const inPage = 'tagReceiver';

/**
 * A stand-in for an ad platform, to try tags with: it gives a base code and one for leads, and shows what arrives. It
 * answers on each client's own host, so that its code is the same for all and needs no address.
 */
@Injectable()
export class TagReceiver {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** The two tags that send here: one for every page, and one that counts a lead. */
  tags(): [TagContent, TagContent] {
    const common = {
      ...{ on: true, part: 'head' as const, place: { kind: 'client' as const } },
      ...{ needsConsent: true, needs: null },
    };
    return [
      {
        ...common,
        name: 'Tag receiver, base',
        code: `<script src="${receiverPath}/base.js"></script>\n<script>${inPage}('page seen')</script>`,
        runs: { kind: 'always' },
      },
      {
        ...common,
        name: 'Tag receiver, lead',
        code: `<script>${inPage}('lead', { id: '{{ lead.id }}', value: '{{ lead.value }}', currency: '{{ lead.currency }}' })</script>`,
        runs: { kind: 'lead', form: null, value: null },
      },
    ];
  }

  /** What its base code loads: a function that sends a name and some data here, without making anybody wait. */
  script(): string {
    return `(()=>{window.${inPage}=(name,data={})=>navigator.sendBeacon('${receiverPath}/hit',JSON.stringify({name,data,page:location.href}))})()`;
  }

  /** Keeps a hit; false for what is none. */
  async take(clientId: ClientId, body: unknown): Promise<boolean> {
    const hit = Hit.safeParse(body);
    if (!hit.success) return false;
    const { db } = this.database;
    const { name, data } = hit.data;
    // What stands behind its question mark may be about somebody.
    const { origin, pathname } = new URL(hit.data.page);
    await db
      .insert(tagHits)
      .values({ clientId, name, data, page: `${origin}${pathname}`, at: this.clock.now() });
    const tooMany = db
      .select({ id: tagHits.id })
      .from(tagHits)
      .where(eq(tagHits.clientId, clientId))
      .orderBy(desc(tagHits.id))
      .offset(mostKept);
    await db.delete(tagHits).where(inArray(tagHits.id, tooMany));
    return true;
  }

  /** What arrived for a client, the newest first. */
  hits(clientId: ClientId) {
    return this.database.db
      .select({ name: tagHits.name, page: tagHits.page, data: tagHits.data, at: tagHits.at })
      .from(tagHits)
      .where(eq(tagHits.clientId, clientId))
      .orderBy(desc(tagHits.id));
  }
}
