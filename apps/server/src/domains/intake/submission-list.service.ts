import { Readable } from 'node:stream';
import { Injectable } from '@nestjs/common';
import type {
  AnswerView,
  Answered,
  api,
  QuestionSummary,
  SubmissionView,
} from '@plumgate/contract';
import type { ClientId, FormId, PageId, RevisionId, SubmissionId } from '@plumgate/core/basics';
import {
  answerWords,
  filesIn,
  isCounted,
  summaryOf,
  tellsWho,
  valuesOf,
  type Answers,
  type CountedAnswer,
  type FormDefinition,
} from '@plumgate/core/forms';
import { fullName, personFromAnswers } from '@plumgate/core/people';
import { and, asc, count, desc, eq, gte, inArray, isNull, lt, sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Database } from '../../platform/database/database.ts';
import { likeWords } from '../../platform/database/like-words.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { csvOf, csvTime } from '../../platform/http/csv.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { clients } from '../../records/clients/table.ts';
import { forms } from '../../records/forms/table.ts';
import { heldSubmissions, submissions } from '../../records/intake/table.ts';
import { pageRevisions, pages } from '../../records/pages/table.ts';
import { people } from '../../records/people/table.ts';
import { HeldService, type Held } from './held.service.ts';
import { readIncoming } from './intake.service.ts';

/** Which submissions are asked for. */
export interface Wanted {
  form?: FormId | undefined;
  page?: PageId | undefined;
  search: string;
  from?: string | undefined;
  until?: string | undefined;
}

interface Paging {
  after?: string | undefined;
  limit: number;
}

const mostTexts = 50;
/** How many rows of a CSV are read at once. */
const portion = 500;

/** Everything that a client's visitors sent by forms, to be looked through, exported and summed up. */
@Injectable()
export class SubmissionListService {
  constructor(
    private readonly database: Database,
    private readonly held: HeldService,
  ) {}

  async list(
    clientId: ClientId,
    wanted: Wanted & Paging & { junk: 'true' | 'false' },
  ): Promise<Answered<typeof api.listSubmissions>> {
    const { db } = this.database;
    const among = amongSubmissions(clientId, wanted);
    const [counted] = await db
      .select({ total: count() })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .where(among);
    const junk = await this.held.countOf(amongHeld(clientId, wanted));
    const listed =
      wanted.junk === 'true'
        ? await this.junk(clientId, wanted)
        : await this.received(among, wanted);
    return { ...listed, total: counted!.total, junk };
  }

  private async received(
    among: SQL | undefined,
    paging: Paging,
  ): Promise<{ submissions: SubmissionView[]; next: string | null }> {
    const rows = await this.rows(among, paging);
    const shown = rows.slice(0, paging.limit);
    const last = shown.at(-1);
    const formsOf = await this.formsOf(shown.map(({ row }) => row.revisionId));
    return {
      submissions: shown.map((one) => view(one, formsOf.get(one.row.revisionId))),
      next: rows.length > paging.limit && last ? cursorOf(last.row.receivedAt, last.row.id) : null,
    };
  }

  /** Newest first, one more than asked for. */
  private rows(among: SQL | undefined, { after, limit }: Paging): Promise<Row[]> {
    return this.database.db
      .select({
        row: submissions,
        page: pages.name,
        person: {
          firstName: people.firstName,
          lastName: people.lastName,
          email: people.email,
          phone: people.phone,
        },
      })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .innerJoin(pages, eq(pages.id, submissions.pageId))
      .where(and(among, afterCursor(after, submissions.receivedAt, submissions.id)))
      .orderBy(desc(submissions.receivedAt), asc(submissions.id))
      .limit(limit + 1);
  }

  private async junk(
    clientId: ClientId,
    wanted: Wanted & Paging,
  ): Promise<{ submissions: SubmissionView[]; next: string | null }> {
    const { held, next } = await this.held.page(amongHeld(clientId, wanted), wanted);
    return { submissions: held.map(junkView), next };
  }

  /** The forms of revisions, as they were published. */
  private async formsOf(
    ids: readonly RevisionId[],
  ): Promise<Map<RevisionId, Record<FormId, FormDefinition>>> {
    if (ids.length === 0) return new Map();
    const rows = await this.database.db
      .select({ id: pageRevisions.id, forms: pageRevisions.forms })
      .from(pageRevisions)
      .where(inArray(pageRevisions.id, [...new Set(ids)]));
    return new Map(rows.map((row) => [row.id, row.forms]));
  }

  /** The submissions that were asked for as CSV by RFC 4180, in portions; cells that begin like a formula are made harmless. */
  async csv(clientId: ClientId, wanted: Wanted): Promise<Readable> {
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!client) throw notFound();
    const among = amongSubmissions(clientId, wanted);
    const columns = await this.columns(among);
    return Readable.from(this.csvParts(among, columns, client.facts.zone));
  }

  private async *csvParts(
    among: SQL | undefined,
    columns: Map<string, string>,
    zone: string,
  ): AsyncGenerator<string> {
    const head = ['Received', 'Person', 'Form', 'Page', 'First source', 'Source'];
    yield csvOf([[...head, ...columns.values(), 'Rules matched']]);
    let after: string | undefined;
    do {
      const part = await this.received(among, { after, limit: portion });
      yield csvOf(part.submissions.map((one) => csvRow(one, [...columns.keys()], zone)));
      after = part.next ?? undefined;
    } while (after);
  }

  /** The questions of every form that was answered, by key; of one that was reworded, the newest label. */
  private async columns(among: SQL | undefined): Promise<Map<string, string>> {
    const answered = await this.database.db
      .selectDistinct({ revision: submissions.revisionId, form: submissions.formId })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .where(among);
    const known = await this.formsOf(answered.map(({ revision }) => revision));
    return new Map(
      answered.flatMap(({ revision, form }) =>
        (known.get(revision)?.[form]?.questions ?? []).map(({ key, label }): [string, string] => [
          key,
          label || key,
        ]),
      ),
    );
  }

  /** A form's answers by question, in a period or ever. */
  async summary(
    formId: FormId,
    period: Pick<Wanted, 'from' | 'until'>,
  ): Promise<{ submissions: number; questions: QuestionSummary[] }> {
    const { db } = this.database;
    const [form] = await db.select().from(forms).where(eq(forms.id, formId));
    if (!form) throw notFound();
    const among = and(
      eq(submissions.formId, formId),
      isNull(people.removedAt),
      ...inPeriod(submissions.receivedAt, period),
    );
    const [counted] = await db
      .select({ total: count() })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .where(among);
    const answers = await this.countAnswers(form.definition, among);
    const texts = await this.textsOf(form.definition, among);
    return {
      submissions: counted!.total,
      questions: summaryOf(form.definition, answers.counted, answers.answered).map((question) => ({
        ...question,
        texts: question.bars || question.average !== null ? [] : (texts.get(question.key) ?? []),
      })),
    };
  }

  /** How often each answer was given, and how many answered each question; of several choices each counts. */
  private async countAnswers(
    { questions }: FormDefinition,
    among: SQL | undefined,
  ): Promise<{ counted: CountedAnswer[]; answered: Map<string, number> }> {
    const summed = questions.filter(isSummed).map(({ key }) => key);
    const { rows } = await this.database.db.execute<{
      key: string;
      answer: string | null;
      count: number;
    }>(sql`
      with given as (
        select ${submissions.answers} as answers from ${submissions}
        inner join ${people} on ${people.id} = ${submissions.personId} where ${among}
      ),
      answer as (select key, value from given, jsonb_each(given.answers) where value <> 'false')
      select key, null as answer, count(*)::int as count from answer group by key
      union all
      select key, one as answer, count(*)::int from answer,
        lateral (
          select jsonb_array_elements_text(case jsonb_typeof(value) when 'array' then value else jsonb_build_array(value) end) as one
        ) as each
      where key = any(${sql.param(summed)}::text[])
      group by key, one`);
    return {
      answered: new Map(
        rows.filter(({ answer }) => answer === null).map(({ key, count }) => [key, count]),
      ),
      counted: rows.flatMap(({ key, answer, count }) =>
        answer === null ? [] : [{ key, answer, count }],
      ),
    };
  }

  /** What was written to questions whose answers can't be counted, the newest first. */
  private async textsOf(
    { questions }: FormDefinition,
    among: SQL | undefined,
  ): Promise<Map<string, QuestionSummary['texts']>> {
    const rows = await this.database.db
      .select({
        answers: submissions.answers,
        personId: submissions.personId,
        receivedAt: submissions.receivedAt,
      })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .where(among)
      .orderBy(desc(submissions.receivedAt), asc(submissions.id))
      .limit(mostTexts * 10);
    return new Map(
      questions
        .filter((question) => !isSummed(question))
        .map(({ key }): [string, QuestionSummary['texts']] => [
          key,
          rows
            .flatMap(({ answers, personId, receivedAt }) => {
              const text = answers[key] === undefined ? '' : answerWords(answers[key]);
              return text ? [{ text, personId, receivedAt: receivedAt.toString() }] : [];
            })
            .slice(0, mostTexts),
        ]),
    );
  }

  /** Takes in what was put aside; it runs through everything, once. */
  async restore(clientId: ClientId, id: SubmissionId): Promise<void> {
    const { done, refused } = await this.held.accept(clientId, [id]);
    if (refused[0]) throw new AppProblem('bad-request', { detail: refused[0].message });
    if (done === 0) throw notFound();
  }
}

interface Row {
  row: typeof submissions.$inferSelect;
  page: string;
  person: { firstName: string; lastName: string; email: string; phone: string };
}

const isSummed = (question: FormDefinition['questions'][number]): boolean =>
  isCounted(question) || question.kind === 'number';

function amongSubmissions(clientId: ClientId, wanted: Wanted): SQL | undefined {
  return and(
    eq(submissions.clientId, clientId),
    // What somebody in the bin sent is there with them.
    isNull(people.removedAt),
    wanted.form && eq(submissions.formId, wanted.form),
    wanted.page && eq(submissions.pageId, wanted.page),
    ...inPeriod(submissions.receivedAt, wanted),
    ...likeWords(wanted.search).map(
      (like) =>
        sql`(lower(${submissions.answers}::text) like ${like} or ${people.searchText} like ${like})`,
    ),
  );
}

const inPeriod = (
  at: typeof submissions.receivedAt,
  { from, until }: Pick<Wanted, 'from' | 'until'>,
): SQL[] => [
  ...(from ? [gte(at, Temporal.Instant.from(from))] : []),
  ...(until ? [lt(at, Temporal.Instant.from(until))] : []),
];

function view(
  { row, page, person }: Row,
  known: Record<FormId, FormDefinition> | undefined,
): SubmissionView {
  const form = known?.[row.formId];
  return {
    ...{ id: row.id, personId: row.personId, formId: row.formId, pageId: row.pageId, page },
    person: nameOf(person),
    form: form?.name ?? 'A form that is gone',
    receivedAt: row.receivedAt.toString(),
    answers: answersOf(form, row.answers),
    source: { first: row.firstSource, last: row.source },
    rules: row.rulesMatched.map(({ name }) => name),
    junk: null,
  };
}

function junkView({ row, incoming }: Held): SubmissionView {
  const read = readIncoming(incoming);
  const answers: Answers = read.ok ? read.value : {};
  return {
    ...{ id: row.id, personId: null, formId: row.formId, pageId: row.pageId },
    person: nameOf(personFromAnswers(incoming.form, answers, incoming.country)),
    form: incoming.form.name,
    page: incoming.pageName,
    receivedAt: row.receivedAt.toString(),
    answers: answersOf(incoming.form, answers),
    source: { first: incoming.firstSource, last: incoming.source },
    rules: [],
    junk: { reason: row.reason },
  };
}

const nameOf = (person: { firstName: string; lastName: string; email: string; phone: string }) =>
  fullName(person) || person.email || person.phone;

/** Answers in the form's order with the questions' words; those whose question is not known come last, by their keys. */
function answersOf(form: FormDefinition | undefined, answers: Answers): AnswerView[] {
  const asked = new Map(form?.questions.map((question) => [question.key, question]));
  const keys = [...new Set([...asked.keys(), ...Object.keys(answers)])];
  return keys.flatMap((key): AnswerView[] => {
    const answer = Object.hasOwn(answers, key) ? answers[key] : undefined;
    if (answer === undefined || answer === false) return [];
    const question = asked.get(key);
    const isWho = question !== undefined && tellsWho(question);
    const named = { key, label: question?.label || key, isWho };
    const files = filesIn(answer);
    if (files.length > 0) return [{ ...named, values: valuesOf(answer), files }];
    return [
      Array.isArray(answer) ? { ...named, values: valuesOf(answer) } : { ...named, value: answer },
    ];
  });
}

function csvRow(submission: SubmissionView, keys: string[], zone: string): string[] {
  const { receivedAt, person, form, page, source, answers, rules } = submission;
  const given = new Map(
    answers.map(({ key, value, values }) => [key, answerWords(values ?? value ?? '')]),
  );
  return [
    csvTime(Temporal.Instant.from(receivedAt), zone),
    ...[person, form, page, source.first, source.last],
    ...keys.map((key) => given.get(key) ?? ''),
    rules.join(', '),
  ];
}

/** Held submissions narrowed as the others are. */
const amongHeld = (clientId: ClientId, wanted: Wanted): SQL | undefined =>
  and(
    eq(heldSubmissions.clientId, clientId),
    wanted.form && eq(heldSubmissions.formId, wanted.form),
    wanted.page && eq(heldSubmissions.pageId, wanted.page),
    ...likeWords(wanted.search).map(
      (like) => sql`lower(${heldSubmissions.content}::text) like ${like}`,
    ),
  );
