import { Injectable } from '@nestjs/common';
import type { PathBoard, PathStep } from '@plumgate/contract';
import type { CalendarId, ClientId, FormId, FunnelId, PageId } from '@plumgate/core/basics';
import {
  localDay,
  referencesIn,
  type ReferenceKind,
  type SequenceId,
  type StageId,
  type UserId,
} from '@plumgate/core/basics';
import { askedTerms, chanceIn } from '@plumgate/core/conditions';
import type { SequenceContent } from '@plumgate/core/followup';
import { mayLeadOn, type FormDefinition } from '@plumgate/core/forms';
import { biggestDropOff, nextOf } from '@plumgate/core/funnels';
import { blocksOf, formsOn } from '@plumgate/core/page';
import { periodBefore, periodCalled } from '@plumgate/core/results';
import { RuleContent, ruleActionWords, type Rule, type RuleAction } from '@plumgate/core/routing';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { calendars } from '../../records/booking/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { sequences } from '../../records/followup/table.ts';
import { FormService } from '../forms/form.service.ts';
import { stateOf, stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { stages } from '../../records/people/stages.table.ts';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database } from '../../platform/database/database.ts';
import { BenchmarkService } from '../results/benchmark.service.ts';
import { noCounts, ResultsService } from '../results/results.service.ts';
import { RuleService } from '../routing/rule.service.ts';
import { days, FunnelService, leadsOf } from '../funnels/funnel.service.ts';
import { hopsOf } from './hops.ts';
import { ownFields } from '../../records/people/fields.table.ts';

/** What the Path shows: where visitors come from, each step with its numbers and wires, and what happens there. */
@Injectable()
export class PathBoardService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly funnels: FunnelService,
    private readonly forms: FormService,
    private readonly rules: RuleService,
    private readonly results: ResultsService,
    private readonly benchmark: BenchmarkService,
  ) {}

  async board(id: FunnelId): Promise<PathBoard> {
    const { name, clientId, folder, head, body } = await this.funnels.row(id);
    const client = await this.clients.get(clientId);
    const rows = await stepsOf(this.database.db, id);
    const now = this.clock.now();
    const counts = await this.results.byPage(client.id, now, client.zone, days);
    const ids = rows.map((row) => row.id);
    const bySection = await this.results.bySection(ids, now, client.zone, days);
    const first = rows[0];
    const steps = await Promise.all(
      rows.map(async (page, index): Promise<PathStep> => {
        const forms = await this.forms.some(this.database.db, client.id, formsOn(page.draft));
        const next = nextOf(rows, index);
        const carriers = carriersOn(page, forms);
        return {
          pageId: page.id,
          name: page.name,
          slug: page.slug,
          address: `${client.site}/${page.slug}`,
          state: stateOf(page),
          ready: page.ready,
          ...(counts.get(page.id) ?? noCounts),
          sections: page.draft.sections.map((section) => ({
            ...section,
            visitors:
              bySection.find((one) => one.pageId === page.id && one.section === section.id)
                ?.visitors ?? 0,
          })),
          books: blocksOf(page.draft).some((block) => block.kind === 'booking'),
          next,
          movesOnBy: next && movesOnBy(page, carriers),
          carriers,
          happenings: await this.happenings(clientId, id, page, Object.entries(forms)),
        };
      }),
    );
    return {
      funnel: { id, name, clientId, folder, head, body },
      days,
      leads: leadsOf(rows, counts),
      converted: ((first && counts.get(first.id)) ?? noCounts).converted,
      weakest: await this.weakestOf(clientId, steps, client.zone),
      arrivals: await this.results.bySource(first ? [first.id] : [], now, client.zone, days),
      steps,
    };
  }

  /** The step whose way on loses most, where that can be said (`biggestDropOff`). */
  private async weakestOf(
    clientId: ClientId,
    steps: PathStep[],
    zone: string,
  ): Promise<PageId | null> {
    const today = localDay(this.clock.now(), zone);
    const period = periodCalled('last-30', today);
    const ids = steps.map(({ pageId }) => pageId);
    const { rate } = await this.benchmark.of(clientId, period);
    const found = biggestDropOff(
      hopsOf(steps, {
        now: new Map(steps.map(({ pageId, visitors }) => [pageId, visitors])),
        before: await this.results.visitorsOf(ids, periodBefore(period)),
        others: rate?.value ?? null,
      }),
    );
    return 'index' in found ? steps[found.index]!.pageId : null;
  }

  /** What happens when a form of a page arrives: the form's own notices, then what the rules do with a lead from it. */
  private async happenings(
    clientId: ClientId,
    funnel: FunnelId,
    page: PageRow,
    forms: [id: string, form: FormDefinition][],
  ): Promise<PathStep['happenings']> {
    const rules = await this.rules.active(this.database.db, clientId);
    const named = await this.namedBy(clientId, rules);
    const lines: PathStep['happenings'] = [];
    for (const [form, definition] of forms) {
      const place = { form: form as FormId, page: page.id, funnel };
      for (const rule of rules) {
        const chance = chanceIn(rule.conditions, place);
        if (chance === 'never' || askedTerms(rule.conditions).length === 0) continue;
        const name = chance === 'always' ? rule.name : `${rule.name}, for some`;
        lines.push(...rule.actions.map((action) => lineOf(action, name, named)));
      }
      for (const email of definition.notify) {
        lines.push({
          kind: 'notify',
          text: `Notify ${email}`,
          note: `by email · ${definition.name}`,
          sequenceId: null,
        });
      }
    }
    for (const block of blocksOf(page.draft))
      if (block.kind === 'booking')
        lines.push(...(await this.bookingLines(clientId, block.calendarId)));
    return lines;
  }

  /** What a booking in a calendar causes. */
  private async bookingLines(clientId: ClientId, id: CalendarId): Promise<PathStep['happenings']> {
    const [found] = await this.database.db
      .select({ calendar: calendars.content, sequence: sequences.content })
      .from(calendars)
      .leftJoin(
        sequences,
        and(
          sql`${sequences.id}::text = ${calendars.content}->>'sequence'`,
          isNull(sequences.removedAt),
        ),
      )
      .where(
        and(eq(calendars.id, id), eq(calendars.clientId, clientId), isNull(calendars.removedAt)),
      );
    if (!found) return [];
    const { calendar, sequence } = found;
    const line = { note: `calendar: ${calendar.name}`, sequenceId: null };
    return [
      { ...line, kind: 'book' as const, text: `Book in ${calendar.name}` },
      ...(sequence
        ? [
            {
              ...line,
              kind: 'start' as const,
              text: `Start ${sequence.name}`,
              sequenceId: calendar.sequence,
            },
          ]
        : []),
      ...calendar.notify.map((email) => ({
        ...line,
        kind: 'notify' as const,
        text: `Notify ${email}`,
      })),
    ];
  }

  /** The users, sequences and stages that the rules' actions name, by their ids. */
  private async namedBy(clientId: ClientId, rules: Rule[]): Promise<Named> {
    const ids = (kind: ReferenceKind) =>
      rules.flatMap((rule) =>
        referencesIn(RuleContent, rule).flatMap((one) => (one.kind === kind ? [one.id] : [])),
      );
    const staff = await this.database.db
      .select({ id: users.id, name: users.name })
      .from(users)
      .where(isAnyOf(users.id, ids('user')));
    const started = await this.database.db
      .select({ id: sequences.id, content: sequences.content })
      .from(sequences)
      .where(and(isAnyOf(sequences.id, ids('sequence')), isNull(sequences.removedAt)));
    const moved = await this.database.db
      .select({ id: stages.id, name: stages.name })
      .from(stages)
      .where(isAnyOf(stages.id, ids('stage')));
    const keys = rules.flatMap(({ actions }) =>
      actions.flatMap((action) => (action.kind === 'field' ? [action.field] : [])),
    );
    const own =
      keys.length === 0
        ? []
        : await this.database.db
            .select({ key: ownFields.key, name: ownFields.name })
            .from(ownFields)
            .where(and(eq(ownFields.clientId, clientId), inArray(ownFields.key, keys)));
    return {
      fields: new Map(own.map(({ key, name }) => [key, name])),
      stages: new Map(moved.map(({ id, name }) => [id, name])),
      users: new Map(staff.map(({ id, name }) => [id, name])),
      sequences: new Map(started.map(({ id, content }) => [id, content])),
    };
  }
}

/** What rules name. */
interface Named {
  users: Map<UserId, string>;
  sequences: Map<SequenceId, SequenceContent>;
  stages: Map<StageId, string>;
  /** The client's own fields, by their keys. */
  fields: Map<string, string>;
}

/** The sign that a line has on the board. */
const lineKinds = {
  ...{ tag: 'tag', untag: 'tag', field: 'tag', assign: 'assign', turns: 'assign' },
  ...{ stage: 'stage', value: 'stage', task: 'task', stop: 'start', notify: 'notify' },
  text: 'notify',
} as const satisfies Record<
  Exclude<RuleAction['kind'], 'start'>,
  PathStep['happenings'][number]['kind']
>;

/** What an action of a rule does, as a line under the step. */
function lineOf(action: RuleAction, rule: string, named: Named): PathStep['happenings'][number] {
  const words = ruleActionWords(action, {
    user: (id) => named.users.get(id) ?? 'someone who left',
    sequence: (id) => named.sequences.get(id)?.name ?? 'a sequence that is gone',
    stage: (id) => named.stages.get(id) ?? 'a stage that is gone',
    field: (key) => named.fields.get(key) ?? 'a field that is gone',
  });
  const text = words.charAt(0).toUpperCase() + words.slice(1);
  const note = `rule: ${rule}`;
  if (action.kind !== 'start')
    return { kind: lineKinds[action.kind], text, note, sequenceId: null };
  const count = named.sequences.get(action.sequence)?.steps.length ?? 0;
  const messages = `${count} ${count === 1 ? 'message' : 'messages'}`;
  return { kind: 'start', text, note: `${messages} · ${note}`, sequenceId: action.sequence };
}

/** What on a page could carry a visitor on: its forms and its buttons. */
function carriersOn(page: PageRow, forms: Record<FormId, FormDefinition>): PathStep['carriers'] {
  const buttons = blocksOf(page.draft).flatMap((block) =>
    block.kind === 'button'
      ? [
          {
            kind: 'button' as const,
            id: block.id,
            words: block.label,
            leadsOn: block.action.kind === 'next-step',
          },
        ]
      : [],
  );
  return [
    ...Object.entries(forms).map(([id, form]) => ({
      kind: 'form' as const,
      id,
      words: form.name,
      leadsOn: mayLeadOn(form),
    })),
    ...buttons,
  ];
}

/** What carries a visitor on from a page: its form, else a button; null when nothing does. */
function movesOnBy(page: PageRow, carriers: PathStep['carriers']): PathStep['movesOnBy'] {
  const by = carriers.find(({ leadsOn }) => leadsOn);
  if (!by) return null;
  if (by.kind === 'button') return { kind: 'button', words: `“${by.words}”` };
  const books = blocksOf(page.draft).some(
    (block) => block.kind === 'booking' && block.formId === by.id,
  );
  return { kind: books ? 'booking' : 'form', words: by.words };
}
