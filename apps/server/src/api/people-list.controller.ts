import { Controller, StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ConditionChoicesService } from '../domains/people/condition-choices.service.ts';
import { BulkService } from '../domains/people-changes/bulk.service.ts';
import { CallImport } from '../domains/calls/call-import.service.ts';
import { ImportFiles } from '../domains/people-import/import-files.ts';
import { PeopleImport } from '../domains/people-import/import.service.ts';
import { StageService } from '../domains/people/stage.service.ts';
import { PeopleExport } from '../domains/people/people-export.ts';
import { PeopleList } from '../domains/people/people-list.service.ts';
import { SavedLists } from '../domains/people/saved-lists.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';
import { HandArrivalService } from '../domains/intake/hand-arrival.service.ts';

/** A client's people as lists: searched, asked for by conditions, kept under a name, exported. */
@Controller()
export class PeopleListController {
  constructor(
    private readonly handArrivals: HandArrivalService,
    private readonly people: PeopleList,
    private readonly saved: SavedLists,
    private readonly choices: ConditionChoicesService,
    private readonly exporting: PeopleExport,
    private readonly importing: PeopleImport,
    private readonly importFiles: ImportFiles,
    private readonly calls: CallImport,
    private readonly bulk: BulkService,
    private readonly stages: StageService,
  ) {}

  @Bind(api.listPeople)
  list(
    @Input() { params, query }: InputOf<typeof api.listPeople>,
  ): Promise<Answer<typeof api.listPeople>> {
    return this.people.search(params.clientId, query);
  }

  @Bind(api.addPerson)
  addPerson(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.addPerson>,
  ): Promise<Answer<typeof api.addPerson>> {
    return this.handArrivals.add(who, params.clientId, body);
  }

  @Bind(api.queryPeople)
  query(
    @Input() { params, body }: InputOf<typeof api.queryPeople>,
  ): Promise<Answer<typeof api.queryPeople>> {
    return this.people.query(params.clientId, body);
  }

  @Bind(api.exportPeople)
  async export(
    @Input() { params, query }: InputOf<typeof api.exportPeople>,
  ): Promise<StreamableFile> {
    return csvFile(await this.exporting.csv(params.clientId, query), 'people.csv');
  }

  @Bind(api.exportContacts)
  async contacts(
    @Input() { params, query }: InputOf<typeof api.exportContacts>,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.exporting.contacts(params.clientId, query), {
      type: 'text/vcard; charset=utf-8',
      disposition: 'attachment; filename="people.vcf"',
    });
  }

  @Bind(api.getConditionChoices)
  choicesOf(
    @Input() { params }: InputOf<typeof api.getConditionChoices>,
  ): Promise<Answer<typeof api.getConditionChoices>> {
    return this.choices.of(params.clientId);
  }

  @Bind(api.listPeopleLists)
  lists(
    @Input() { params }: InputOf<typeof api.listPeopleLists>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listPeopleLists>> {
    return this.saved.of(params.clientId, who);
  }

  @Bind(api.addPeopleList)
  async add(
    @Input() { params, body }: InputOf<typeof api.addPeopleList>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.addPeopleList>> {
    return { listId: await this.saved.add(params.clientId, who, body) };
  }

  @Bind(api.savePeopleList)
  async save(
    @Input() { params, body: { version, content } }: InputOf<typeof api.savePeopleList>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.savePeopleList>> {
    await this.saved.save(params.listId, who, version, content);
    return {};
  }

  @Bind(api.removePeopleList)
  async remove(
    @Input() { params }: InputOf<typeof api.removePeopleList>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removePeopleList>> {
    return { binId: await this.saved.remove(params.listId, who) };
  }

  @Bind(api.changePeople)
  async change(
    @Input() { params, body: { who: meant, change } }: InputOf<typeof api.changePeople>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.changePeople>> {
    return { jobId: await this.bulk.changeMany(who, params.clientId, meant, change) };
  }

  @Bind(api.removePeople)
  async removeMany(
    @Input() { params, body }: InputOf<typeof api.removePeople>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removePeople>> {
    return { jobId: await this.bulk.removeMany(who, params.clientId, body.who) };
  }

  @Bind(api.importPeople)
  async import(
    @Input() { params, query, body }: InputOf<typeof api.importPeople>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.importPeople>> {
    const { name, columns = null, try: tried } = query;
    const content = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
    const asked = { name, columns, isTry: tried === 'yes' };
    return { jobId: await this.importing.ask(who, params.clientId, content, asked) };
  }

  @Bind(api.importCalls)
  async importCalls(
    @Input() { params, query, body }: InputOf<typeof api.importCalls>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.importCalls>> {
    const { columns = null, try: tried } = query;
    const content = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
    const asked = { columns, isTry: tried === 'yes' };
    return { jobId: await this.calls.ask(who, params.clientId, content, asked) };
  }

  @Bind(api.getBadRows)
  async badRows(@Input() { params }: InputOf<typeof api.getBadRows>): Promise<StreamableFile> {
    return csvFile(await this.importFiles.badRows(params.jobId), 'bad-rows.csv');
  }

  @Bind(api.getStageBoard)
  board(
    @Input() { params }: InputOf<typeof api.getStageBoard>,
  ): Promise<Answer<typeof api.getStageBoard>> {
    return this.stages.board(params.clientId);
  }

  @Bind(api.saveStages)
  async saveStages(
    @Input() { params, body }: InputOf<typeof api.saveStages>,
  ): Promise<Answer<typeof api.saveStages>> {
    await this.stages.save(params.clientId, body.stages);
    return {};
  }

  @Bind(api.setPeopleView)
  async view(
    @Input() { params, body }: InputOf<typeof api.setPeopleView>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.setPeopleView>> {
    await this.saved.setView(params.clientId, who, body);
    return {};
  }
}
