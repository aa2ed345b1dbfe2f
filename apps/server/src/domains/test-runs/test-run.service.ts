import { parse } from 'node-html-parser';
import { Injectable } from '@nestjs/common';
import type { TestRunPoint, TestRunView } from '@plumgate/contract';
import { localDay, type FunnelId } from '@plumgate/core/basics';
import { sampleAnswers } from '@plumgate/core/forms';
import { blocksOf, formIdOf, type Block } from '@plumgate/core/page';
import { ClientService } from '../clients/client.service.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { stepsOf } from '../../records/pages/page-row.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { IdSource } from '../../platform/id-source.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import type { ShownPage } from '../live-pages/live-page.ts';
import { LivePages } from '../live-pages/live-pages.ts';
import { PageLoader } from '../live-pages/page-loader.ts';
import { effectWords } from './effect-words.ts';
import { TestVisitor } from './test-visitor.ts';
import { testRunHeader, TestRuns, type TestRun, type Which } from './test-runs.ts';

const widths = {
  wide: 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140 Safari/537.36',
  phone: 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/140 Mobile Safari/537.36',
} as const;
type Width = keyof typeof widths;
/** Ways lead in circles where somebody drew them so. */
const mostPages = 40;

interface Way {
  visitor: TestVisitor;
  width: Width;
  email: string;
  seen: Set<string>;
}

/**
 * Leads a test visitor through a funnel by real HTTP, once wide and once on a phone: every page, every form with good
 * answers, a booking where there is one, every button, popup and section. What a form causes is rehearsed and undone, no
 * visit is counted, and nothing is sent; what happened at each point is told as it happens.
 */
@Injectable()
export class TestRunService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly funnels: FunnelService,
    private readonly address: SiteAddress,
    private readonly live: LivePages,
    private readonly loader: PageLoader,
    private readonly testRuns: TestRuns,
    private readonly log: PinoLogger,
  ) {}

  /** Sets out; the test run goes on by itself. Gives its id, by which to ask after it. */
  async start(funnelId: FunnelId, which: Which): Promise<string> {
    const funnel = await this.funnels.row(funnelId);
    const { slug } = await this.clients.row(funnel.clientId);
    const steps = await stepsOf(this.database.db, funnelId);
    const id = this.ids.next<string>();
    const testRun = await this.testRuns.begin(id, funnel.clientId, funnelId, which);
    this.lead(testRun, slug, steps[0]?.slug ?? '').catch((error: unknown) =>
      this.log.error({ err: error }, 'test run not recorded'),
    );
    return id;
  }

  async report(id: string): Promise<TestRunView> {
    const report = await this.testRuns.report(id);
    if (!report) throw notFound();
    return report;
  }

  private async lead(testRun: TestRun, client: string, first: string): Promise<void> {
    try {
      await this.goAll(testRun, client, first);
    } catch (error) {
      const why = broke('', 'wide', 'The test run itself failed.', [String(error)]);
      await this.testRuns.note(testRun, why);
    }
    await this.testRuns.end(testRun);
  }

  private async goAll(testRun: TestRun, client: string, first: string): Promise<void> {
    const { host } = new URL(this.address.of(client));
    const port = Number(new URL(this.address.own()).port);
    for (const width of Object.keys(widths) as Width[]) {
      const visitor = new TestVisitor(
        { port, host },
        { [testRunHeader]: this.testRuns.headerFor(testRun.id), 'user-agent': widths[width] },
      );
      const email = `test-run-${testRun.id.slice(0, 8)}-${width}@example.com`;
      await this.goTo(testRun, client, `/${first}`, { visitor, width, email, seen: new Set() });
    }
  }

  /** Opens a page, and tries everything on it that leads on. */
  private async goTo(testRun: TestRun, client: string, path: string, way: Way): Promise<void> {
    const slug = path.split(/[/?#]/)[1] ?? '';
    if (way.seen.has(slug) || way.seen.size >= mostPages) return;
    way.seen.add(slug);
    const page =
      testRun.which === 'draft'
        ? await this.loader.draft(client, slug)
        : await this.live.find(client, slug);
    const response = await way.visitor.get(path);
    if (!page || response.status !== 200) {
      const why = page ? `It answered ${response.status}.` : 'No page answers there.';
      return this.testRuns.note(testRun, broke(slug, way.width, `/${slug} did not open`, [why]));
    }
    await this.testRuns.note(testRun, {
      page: page.name,
      width: way.width,
      what: 'Opened',
      took: response.took,
      ok: true,
      lines: [`/${slug}, ${Math.round(response.body.length / 102.4) / 10} KB of HTML`],
    });
    for (const block of blocksOf(page.document)) {
      if (block.kind === 'button')
        await this.press(testRun, client, page, block.label, block, response.body, way);
      if (formIdOf(block) !== null)
        await this.fill(testRun, client, page, block, response.body, way);
    }
    for (const popup of page.document.popups)
      await this.testRuns.note(testRun, {
        page: page.name,
        width: way.width,
        what: `Popup “${popup.name || 'without a name'}”`,
        took: 0,
        ok: response.body.includes(`id="${popup.id}"`),
        lines: [
          popup.opens === 'button' ? 'opened by a button' : `opens by itself: ${popup.opens}`,
        ],
      });
    for (const section of page.document.sections)
      await this.testRuns.note(testRun, {
        page: page.name,
        width: way.width,
        what: `Section “${section.name || section.id}”`,
        took: 0,
        ok: response.body.includes(`id="${section.id}"`),
        lines: [`/${slug}#${section.id}`],
      });
  }

  /** Follows a button that leads to another page or a file of the client's; what leads elsewhere is only named. */
  private async press(
    testRun: TestRun,
    client: string,
    page: ShownPage,
    label: string,
    block: Extract<Block, { kind: 'button' }>,
    html: string,
    way: Way,
  ): Promise<void> {
    const { action } = block;
    if (!['next-step', 'page', 'download'].includes(action.kind)) return;
    const to =
      action.kind === 'next-step'
        ? page.nextStep
        : action.kind === 'page'
          ? page.references.pages.get(action.page)
          : parse(html).querySelector('a[href^="/~/files/"]')?.getAttribute('href');
    if (!to)
      return this.testRuns.note(
        testRun,
        broke(page.name, way.width, `Button “${label}”`, [
          'It leads nowhere, so visitors are not shown it.',
        ]),
      );
    if (action.kind !== 'download') return this.goTo(testRun, client, to, way);
    const response = await way.visitor.get(to);
    const ok = response.status === 200;
    await this.testRuns.note(testRun, {
      page: page.name,
      width: way.width,
      what: `Button “${label}”`,
      took: response.took,
      ok,
      lines: [ok ? 'gives its file' : `The file answered ${response.status}.`],
    });
  }

  /** Fills a form in and sends it; then goes where it leads. */
  private async fill(
    testRun: TestRun,
    client: string,
    page: ShownPage,
    block: Block,
    html: string,
    way: Way,
  ): Promise<void> {
    const form = page.forms[formIdOf(block)!];
    if (!form)
      return this.testRuns.note(
        testRun,
        broke(page.name, way.width, 'A form', ['It no longer exists.']),
      );
    const what = block.kind === 'booking' ? `Booked with “${form.name}”` : `Sent “${form.name}”`;
    const today = localDay(this.clock.now(), page.zone);
    const slot = block.kind === 'booking' ? firstSlot(html, block.id) : null;
    if (block.kind === 'booking' && !slot)
      return this.testRuns.note(
        testRun,
        broke(page.name, way.width, what, ['There is no free time to choose.']),
      );
    testRun.effects = null;
    const response = await way.visitor.post(`/${page.slug}`, {
      _form: block.id,
      ...sampleAnswers(form, { email: way.email, today }),
      ...(slot && { _slot: slot }),
    });
    const to = response.headers.location;
    const effects = testRun.effects as typeof testRun.effects;
    const ok = response.status === 303 && effects !== null;
    const after = form.after;
    const lines = [
      ...(effects
        ? effectWords(effects)
        : [wrongIn(response.body) ?? `It answered ${response.status}.`]),
      ...(ok ? [`Then ${wayOn(to ?? '', page)}`] : []),
    ];
    const isLost = ok && after.kind === 'next-step' && to !== page.nextStep;
    await this.testRuns.note(testRun, {
      page: page.name,
      width: way.width,
      what,
      took: response.took,
      ok: ok && !isLost,
      lines: isLost ? [...lines, 'It should lead to a next step, and none is there.'] : lines,
    });
    if (ok && to?.startsWith('/') && !to.startsWith(`/${page.slug}?`))
      await this.goTo(testRun, client, to, way);
  }
}

const broke = (page: string, width: Width, what: string, lines: string[]): TestRunPoint => ({
  page,
  width,
  what,
  took: 0,
  ok: false,
  lines,
});

const wayOn = (to: string, page: ShownPage): string =>
  to.startsWith(`/${page.slug}?`) ? 'thanked in place' : `to ${to}`;

/** The first free time that a booking's form offers. */
const firstSlot = (html: string, block: string): string | null =>
  parse(html).querySelector(`[id="${block}"] [name=_slot]`)?.getAttribute('value') ?? null;

/** What a form that came back says is wrong. */
const wrongIn = (html: string): string | null =>
  parse(html).querySelector('.form-wrong, .wrong')?.textContent ?? null;
