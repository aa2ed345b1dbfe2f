import { Inject, Injectable } from '@nestjs/common';
import type { FormId } from '@plumgate/core/basics';
import { maskOf, type FormDefinition, type KnownPerson, type Question } from '@plumgate/core/forms';
import { mergeFieldsIn } from '@plumgate/core/messages';
import { textsIn, type PageDocument } from '@plumgate/core/page';
import { typedValue } from '@plumgate/core/people';
import { eq, inArray } from 'drizzle-orm';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { personalLinkField, PersonLinks } from '../domains/messages/person-links.ts';
import type { ShownPage } from '../domains/live-pages/live-page.ts';
import type { Reader } from '../domains/live-pages/page-renderer.ts';
import { VoucherService } from '../domains/vouchers/voucher.service.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Database } from '../platform/database/database.ts';
import { cookieSpec, type CookieSpec } from '../platform/http/cookies.ts';
import { formFields, ownFields } from '../records/people/fields.table.ts';
import { PersonStore, type PersonRow } from '../records/people/person-store.ts';
import { people } from '../records/people/table.ts';

/** Says in an address that whoever reads is not the one the link was made for. */
const nobody = 'none';

/** Whoever came by a personal link: what forms may know of them, by form. */
export interface KnownVisitor {
  firstName: string;
  /** Their codes of the vouchers that the page names. */
  vouchers: Record<string, string>;
  /** What is known for a form's questions; never sent to the browser. */
  of: (form: FormId) => KnownPerson;
}

/**
 * People who came by a link that was made for them. The browser keeps the sealed link for a day and is never told more
 * than a first name and masks: links are passed on.
 */
@Injectable()
export class KnownVisitors {
  readonly cookie: CookieSpec;

  constructor(
    private readonly links: PersonLinks,
    private readonly database: Database,
    private readonly store: PersonStore,
    private readonly vouchers: VoucherService,
    @Inject(CONFIG) config: Config,
  ) {
    this.cookie = cookieSpec(config, 'gate_known', 86_400);
  }

  /** Keeps who a personal link was made for, or forgets them, when the address says so; gives whether it did. */
  follow(request: FastifyRequest, reply: FastifyReply, alsoForget: readonly CookieSpec[]): boolean {
    const { [personalLinkField]: token } = request.query as Partial<Record<string, string>>;
    if (typeof token !== 'string') return false;
    if (token !== nobody && this.links.personIn(token))
      void reply.setCookie(this.cookie.name, token, this.cookie.options);
    else
      for (const { name, options } of [this.cookie, ...(token === nobody ? alsoForget : [])])
        void reply.clearCookie(name, options);
    return true;
  }

  /** Who came to a page by a link that is still good; null for anybody else. */
  async on(
    { clientId, forms, document }: Pick<ShownPage, 'clientId' | 'forms' | 'document'>,
    request: FastifyRequest,
  ): Promise<KnownVisitor | null> {
    const token = request.cookies[this.cookie.name];
    const id = token && this.links.personIn(token);
    if (!id) return null;
    const { db } = this.database;
    const [found] = await db.select().from(people).where(eq(people.id, id));
    if (found?.clientId !== clientId) return null;
    const person = found.mergedInto ? await this.store.mergedInto(db, found) : found;
    if (person.removedAt) return null;
    const rows = await db
      .select({ form: formFields.formId, named: formFields.named, key: ownFields.key })
      .from(formFields)
      .innerJoin(ownFields, eq(ownFields.id, formFields.fieldId))
      .where(inArray(formFields.formId, Object.keys(forms) as FormId[]));
    const { firstName, lastName, email, phone, fields } = person;
    return {
      firstName,
      vouchers: await this.codesOn(document, person),
      of: (form) => ({
        ...{ firstName, lastName, email, phone },
        fields: Object.fromEntries(
          rows
            .filter((row) => row.form === form && fields[row.key] !== undefined)
            .map(({ named, key }) => [named, typedValue(fields[key]!)]),
        ),
      }),
    };
  }

  /** The codes that a page names: whoever has none yet gets one as they come, always the same from then on. */
  private async codesOn(
    document: PageDocument,
    { id, clientId }: PersonRow,
  ): Promise<Record<string, string>> {
    const named = textsIn(document)
      .filter((words) => words.includes('vouchers'))
      .flatMap(mergeFieldsIn);
    const keys = named.flatMap(([of, key]) => (of === 'vouchers' && key ? [key] : []));
    if (keys.length === 0) return {};
    const codes = await this.database.transaction((tx) =>
      this.vouchers.give(tx, clientId, keys, [id]),
    );
    return codes.get(id) ?? {};
  }

  /** What a page shows of a known visitor: their first name, their codes, masks in the questions, and the way to empty them. */
  readerOf(
    { slug, forms }: Pick<ShownPage, 'slug' | 'forms'>,
    known: KnownVisitor,
  ): Required<Pick<Reader, 'person' | 'vouchers' | 'filled'>> {
    const formOf = new Map<Question, FormId>(
      Object.entries(forms).flatMap(([id, form]: [string, FormDefinition]) =>
        form.questions.map((question): [Question, FormId] => [question, id as FormId]),
      ),
    );
    const name = known.firstName;
    return {
      person: { first_name: name, name },
      vouchers: known.vouchers,
      filled: {
        name,
        mask: (question) => {
          const form = formOf.get(question);
          return form ? maskOf(question, known.of(form)) : '';
        },
        clear: `/${slug}?${personalLinkField}=${nobody}`,
      },
    };
  }
}
