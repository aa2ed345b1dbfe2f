import { Injectable } from '@nestjs/common';
import type { ClientId, FormId, PageId, PictureId } from '@plumgate/core/basics';
import { readForm, type FormDefinition } from '@plumgate/core/forms';
import { asItIs, bindingsOf, bookingFormsOf, rebind } from '@plumgate/core/page';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { calendars } from '../../records/booking/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { FileService } from '../pictures/file.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { listings } from '../../records/listings/table.ts';
import { linkedBands, pages } from '../../records/pages/table.ts';

/** Makes parts of pages that come from a template, another funnel or another client a client's own. */
@Injectable()
export class CopyToClientService {
  constructor(
    private readonly clients: ClientService,
    private readonly forms: FormService,
    private readonly pictures: PictureService,
    private readonly files: FileService,
  ) {}

  /**
   * Gives the parts with everything bound to this client: its own forms, calendars, pages and linked bands stay; forms
   * and pictures from elsewhere are copied; a booking takes the client's first calendar; anything else is let go.
   */
  async bring<Parts>(
    tx: Queries,
    clientId: ClientId,
    parts: Parts,
    given: Record<string, unknown>,
    copy: CopyOptions = {},
  ): Promise<{ parts: Parts; forms: Record<FormId, FormDefinition> }> {
    const found = bindingsOf(parts);
    const own = await this.forms.some(tx, clientId, found.forms);
    const { facts } = await this.clients.row(clientId, tx);
    const desk = facts.email ? [facts.email] : [];
    const booked = bookingFormsOf(parts);
    const forms = new Map(found.forms.map((id) => [id, id]));
    const brought: Record<FormId, FormDefinition> = copy.formName ? {} : { ...own };
    const fromElsewhere = found.forms
      .filter((id) => copy.formName || !own[id])
      .map((id) => ({ id, read: formFrom(given[id]) }));
    const shown = bindingsOf([parts, ...fromElsewhere.map(({ read }) => read)]).pictures;
    const pictures = new Map(await inTurn(shown, (id) => this.pictures.copyTo(tx, clientId, id)));
    const picture = (id: PictureId) => pictures.get(id) ?? null;
    for (const { id, read } of fromElsewhere) {
      // Whom a form tells belongs to the client it comes from; here it tells this one. Of a booking its calendar does.
      const definition = {
        ...rebind(read, { ...asItIs, picture }),
        name: copy.formName?.(read.name) ?? read.name,
        notify: own[id] ? read.notify : booked.has(id) ? [] : desk,
        notice: own[id] ? read.notice : { ...read.notice, texts: [] },
      };
      const made = await this.forms.create(tx, clientId, definition.name, definition);
      forms.set(id, made.id);
      brought[made.id] = made.definition;
    }
    const files = new Map(await inTurn(found.files, (id) => this.files.copyTo(tx, clientId, id)));
    const times = await tx
      .select({ id: calendars.id })
      .from(calendars)
      .where(and(eq(calendars.clientId, clientId), isNull(calendars.removedAt)))
      .orderBy(asc(calendars.id));
    const leads = await ownOf(tx, pages, clientId, found.pages);
    const linked = await ownOf(tx, linkedBands, clientId, found.linked);
    const homes = await ownOf(tx, listings, clientId, found.listings);
    return {
      parts: rebind(parts, {
        form: (id) => forms.get(id)!,
        picture,
        file: (id) => files.get(id) ?? null,
        calendar: (id) => times.find((one) => one.id === id)?.id ?? times[0]?.id ?? id,
        page: (id) => copy.pages?.get(id) ?? (leads.has(id) ? id : null),
        linkedBand: (id) => (linked.has(id) ? id : null),
        listing: (id) => (homes.has(id) ? id : null),
      }),
      forms: brought,
    };
  }
}

function formFrom(given: unknown): FormDefinition {
  const read = readForm(given);
  if (read.ok) return read.value;
  throw new AppProblem('bad-request', { detail: 'A form of these parts did not come along.' });
}

/** For a copy of whole pages: the forms are copied too, under names of their own, and links among the pages follow. */
interface CopyOptions {
  formName?: (name: string) => string;
  pages?: ReadonlyMap<PageId, PageId>;
}

/** One after the other: a transaction has one connection. */
async function inTurn<Id, Made>(
  ids: readonly Id[],
  make: (id: Id) => Promise<Made>,
): Promise<[Id, Made][]> {
  const made: [Id, Made][] = [];
  for (const id of ids) made.push([id, await make(id)]);
  return made;
}

async function ownOf<Table extends typeof pages | typeof linkedBands | typeof listings>(
  tx: Queries,
  table: Table,
  clientId: ClientId,
  ids: readonly string[],
): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ id: table.id })
    .from(table as typeof pages)
    .where(
      and(eq(table.clientId, clientId), inArray(table.id as typeof pages.id, ids as PageId[])),
    );
  return new Set(rows.map((row) => String(row.id)));
}
