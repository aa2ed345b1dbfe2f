import { Injectable } from '@nestjs/common';
import type { ResultFigures, ResultRow } from '@plumgate/contract';
import { localDay, type Cents, type ClientId } from '@plumgate/core/basics';
import {
  daysOfMonth,
  monthBefore,
  shortName,
  type ReportNumbers,
  type ReportPart,
  type ReportRow,
  type ReportSheet,
} from '@plumgate/core/reports';
import { timeOfPeriod, type Period } from '@plumgate/core/results';
import { verdictWords } from '@plumgate/core/splittest';
import { and, asc, eq, gte, isNotNull, isNull, lt, or } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { splitTests } from '../../records/split-tests/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { ClientResultsService } from '../results/client-results.service.ts';
import { ConversionService } from '../results/conversion.service.ts';
import { TestReader } from '../split-tests/test-reader.ts';

const mostRows = 12;
const mostLeads = 60;

/** Puts together what a report says of a month. */
@Injectable()
export class SheetService {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly results: ClientResultsService,
    private readonly conversions: ConversionService,
    private readonly tests: TestReader,
  ) {}

  /** Parts that are not shown are left empty. */
  async of(clientId: ClientId, month: string, parts: readonly ReportPart[]): Promise<ReportSheet> {
    const { zone, currency } = await this.clients.get(clientId);
    const period = daysOfMonth(month);
    const has = (part: ReportPart) => parts.includes(part);
    const days = await this.results.of(clientId, period, 'day');
    const before = await this.results.of(clientId, daysOfMonth(monthBefore(period.from)), 'day');
    const rowsBy = async (part: 'source' | 'page') =>
      (await this.results.of(clientId, period, part)).rows.slice(0, mostRows).map(rowOf);
    return {
      ...{ period, currency },
      ...{ numbers: numbersOf(days.total), before: numbersOf(before.total) },
      days: has('line')
        ? days.rows.map(({ key, visitors, leads }) => ({ day: key, visitors, leads }))
        : [],
      sources: has('sources') ? await rowsBy('source') : [],
      pages: has('pages') ? await rowsBy('page') : [],
      conversions: has('conversions')
        ? (await this.conversions.list(clientId, period)).map(({ content, count, value }) => ({
            ...{ name: content.name, count, value },
          }))
        : [],
      tests: has('tests') ? await this.testsIn(clientId, period, zone) : [],
      ...(has('leads') ? await this.leadsIn(clientId, period, zone) : { leads: [], moreLeads: 0 }),
    };
  }

  /** The tests that ran in the month. */
  private async testsIn(clientId: ClientId, period: Period, zone: string) {
    const { from, to } = timeOfPeriod(period, zone);
    const rows = await this.database.db
      .select({ id: splitTests.id })
      .from(splitTests)
      .where(
        and(
          eq(splitTests.clientId, clientId),
          isNotNull(splitTests.startedAt),
          lt(splitTests.startedAt, to),
          or(isNull(splitTests.endedAt), gte(splitTests.endedAt, from)),
        ),
      )
      .orderBy(asc(splitTests.startedAt));
    const told: ReportSheet['tests'] = [];
    for (const { id } of rows) {
      const test = await this.tests.view(id);
      told.push({ idea: test.hypothesis, result: verdictWords(test), lesson: test.lesson });
    }
    return told;
  }

  /** Who wrote or called for the first time in the month. */
  private async leadsIn(
    clientId: ClientId,
    period: Period,
    zone: string,
  ): Promise<Pick<ReportSheet, 'leads' | 'moreLeads'>> {
    const { from, to } = timeOfPeriod(period, zone);
    const rows = await this.database.db
      .select({
        ...{ first: people.firstName, last: people.lastName, addedAt: people.addedAt },
        ...{ source: people.source, stage: stages.name },
      })
      .from(people)
      .leftJoin(stages, eq(stages.id, people.stageId))
      .where(
        and(
          eq(people.clientId, clientId),
          isNull(people.removedAt),
          gte(people.submissionCount, 1),
          gte(people.addedAt, from),
          lt(people.addedAt, to),
        ),
      )
      .orderBy(asc(people.addedAt));
    return {
      leads: rows.slice(0, mostLeads).map(({ first, last, addedAt, source, stage }) => ({
        day: localDay(addedAt, zone),
        ...{ name: shortName(first, last), source, stage: stage ?? '' },
      })),
      moreLeads: Math.max(0, rows.length - mostLeads),
    };
  }
}

const numbersOf = ({ conversions, ...figures }: ResultFigures): ReportNumbers => ({
  ...{ visitors: figures.visitors, converted: conversions, leads: figures.leads },
  ...{ bookings: figures.bookings, came: figures.came, won: figures.won },
  ...{ value: figures.value as Cents, cost: figures.cost },
});

const rowOf = ({ label, ...figures }: ResultRow): ReportRow => ({ label, ...numbersOf(figures) });
