import { Controller, type StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { FunnelResultsService } from '../domains/path/funnel-results.service.ts';
import { BenchmarkService } from '../domains/results/benchmark.service.ts';
import { ClientResultsService } from '../domains/results/client-results.service.ts';
import { ResultViewsService } from '../domains/results/result-views.service.ts';
import { ResultNotesService } from '../domains/results/result-notes.service.ts';
import { SpendService } from '../domains/results/spend.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';

@Controller()
export class ResultsController {
  constructor(
    private readonly results: ClientResultsService,
    private readonly funnels: FunnelResultsService,
    private readonly spend: SpendService,
    private readonly benchmark: BenchmarkService,
    private readonly notes: ResultNotesService,
    private readonly views: ResultViewsService,
  ) {}

  @Bind(api.getResults)
  get(
    @Input() { params, query: { by, ...period } }: InputOf<typeof api.getResults>,
  ): Promise<Answer<typeof api.getResults>> {
    return this.results.of(params.clientId, period, by);
  }

  @Bind(api.getFunnelResults)
  funnel(
    @Input()
    { params, query: { source, device, ...period } }: InputOf<typeof api.getFunnelResults>,
  ): Promise<Answer<typeof api.getFunnelResults>> {
    return this.funnels.of(params.funnelId, period, { source, device });
  }

  @Bind(api.exportResults)
  async export(
    @Input() { params, query: { by, ...period } }: InputOf<typeof api.exportResults>,
  ): Promise<StreamableFile> {
    return csvFile(await this.results.csv(params.clientId, period, by), `results-by-${by}.csv`);
  }

  @Bind(api.getResultNotes)
  async getNotes(
    @Input() { params, query }: InputOf<typeof api.getResultNotes>,
  ): Promise<Answer<typeof api.getResultNotes>> {
    return { notes: await this.notes.of(params.clientId, query) };
  }

  @Bind(api.addResultNote)
  async addNote(
    @Input() { params, body }: InputOf<typeof api.addResultNote>,
  ): Promise<Answer<typeof api.addResultNote>> {
    return { noteId: await this.notes.add(params.clientId, body.day, body.words) };
  }

  @Bind(api.removeResultNote)
  async removeNote(
    @Input() { params }: InputOf<typeof api.removeResultNote>,
  ): Promise<Answer<typeof api.removeResultNote>> {
    await this.notes.remove(params.resultNoteId);
    return {};
  }

  @Bind(api.listResultViews)
  async listViews(
    @Input() { params }: InputOf<typeof api.listResultViews>,
  ): Promise<Answer<typeof api.listResultViews>> {
    return { views: await this.views.of(params.clientId) };
  }

  @Bind(api.keepResultView)
  async keepView(
    @Input() { params, body }: InputOf<typeof api.keepResultView>,
  ): Promise<Answer<typeof api.keepResultView>> {
    return { viewId: await this.views.keep(params.clientId, body) };
  }

  @Bind(api.removeResultView)
  async removeView(
    @Input() { params }: InputOf<typeof api.removeResultView>,
  ): Promise<Answer<typeof api.removeResultView>> {
    await this.views.remove(params.resultViewId);
    return {};
  }

  @Bind(api.getBenchmark)
  getBenchmark(
    @Input() { params, query }: InputOf<typeof api.getBenchmark>,
  ): Promise<Answer<typeof api.getBenchmark>> {
    return this.benchmark.of(params.clientId, query);
  }

  @Bind(api.getSpend)
  getSpend(
    @Input() { params, query }: InputOf<typeof api.getSpend>,
  ): Promise<Answer<typeof api.getSpend>> {
    return this.spend.of(params.clientId, query);
  }

  @Bind(api.writeSpend)
  async writeSpend(
    @Input() { params, body }: InputOf<typeof api.writeSpend>,
  ): Promise<Answer<typeof api.writeSpend>> {
    return { written: await this.spend.write(params.clientId, body.rows) };
  }

  @Bind(api.setAdBudget)
  async setBudget(
    @Input() { params, body }: InputOf<typeof api.setAdBudget>,
  ): Promise<Answer<typeof api.setAdBudget>> {
    await this.spend.setBudget(params.clientId, body.monthly);
    return {};
  }
}
