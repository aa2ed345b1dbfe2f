import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { AlsoGivenService } from '../domains/people/also-given.service.ts';
import { DoublesService } from '../domains/people/doubles.service.ts';
import { MergeService } from '../domains/people/merge.service.ts';
import { RetentionService } from '../domains/people/retention.service.ts';
import { BulkService } from '../domains/people-changes/bulk.service.ts';
import { PersonEdit } from '../domains/people/person-edit.service.ts';
import { TaskService } from '../domains/people/task.service.ts';
import { PeopleService } from '../domains/people/people.service.ts';
import { BookingService } from '../domains/booking/booking.service.ts';
import { TodayService } from '../domains/today/today.service.ts';

@Controller()
export class PeopleController {
  constructor(
    private readonly bin: Bin,
    private readonly people: PeopleService,
    private readonly alsoGiven: AlsoGivenService,
    private readonly doubles: DoublesService,
    private readonly merging: MergeService,
    private readonly retention: RetentionService,
    private readonly tasks: TaskService,
    private readonly bulk: BulkService,
    private readonly edit: PersonEdit,
    private readonly bookings: BookingService,
    private readonly day: TodayService,
  ) {}

  @Bind(api.getPerson)
  async get(
    @Input() { params }: InputOf<typeof api.getPerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.getPerson>> {
    const person = await this.people.get(who, params.personId);
    return { ...person, bookings: await this.bookings.ofPerson(person.id) };
  }

  @Bind(api.keepPerson)
  async keep(
    @Input() { params }: InputOf<typeof api.keepPerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.keepPerson>> {
    await this.retention.keep(who, params.personId);
    return {};
  }

  @Bind(api.getRetention)
  getRetention(
    @Input() { params }: InputOf<typeof api.getRetention>,
  ): Promise<Answer<typeof api.getRetention>> {
    return this.retention.of(params.clientId);
  }

  @Bind(api.setRetention)
  async setRetention(
    @Input() { params, body }: InputOf<typeof api.setRetention>,
  ): Promise<Answer<typeof api.setRetention>> {
    await this.retention.set(params.clientId, body);
    return {};
  }

  @Bind(api.touchPerson)
  async touch(
    @Input() { params, body }: InputOf<typeof api.touchPerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.touchPerson>> {
    await this.people.touch(who, params.personId, body);
    return {};
  }

  @Bind(api.changePerson)
  async change(
    @Input() { params, body }: InputOf<typeof api.changePerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.changePerson>> {
    return { changed: await this.bulk.changeOne(who, params.personId, body) };
  }

  @Bind(api.setPersonDetail)
  async setDetail(
    @Input() { params: { personId, detail }, body }: InputOf<typeof api.setPersonDetail>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.setPersonDetail>> {
    await this.edit.set(who, personId, { detail, ...body });
    return {};
  }

  @Bind(api.addTask)
  async addTask(
    @Input() { params, body }: InputOf<typeof api.addTask>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.addTask>> {
    return { taskId: await this.tasks.add(who, params.personId, body) };
  }

  @Bind(api.changeTask)
  async changeTask(
    @Input() { params, body }: InputOf<typeof api.changeTask>,
  ): Promise<Answer<typeof api.changeTask>> {
    await this.tasks.change(params.taskId, body);
    return {};
  }

  @Bind(api.markTask)
  async markTask(
    @Input() { params, body }: InputOf<typeof api.markTask>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.markTask>> {
    await this.tasks.mark(who, params.taskId, body.done);
    return {};
  }

  @Bind(api.removeTask)
  async removeTask(
    @Input() { params }: InputOf<typeof api.removeTask>,
  ): Promise<Answer<typeof api.removeTask>> {
    await this.tasks.remove(params.taskId);
    return {};
  }

  @Bind(api.useAlsoGiven)
  async useAlsoGiven(
    @Input() { params, body }: InputOf<typeof api.useAlsoGiven>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.useAlsoGiven>> {
    await this.alsoGiven.use(who, params.personId, body);
    return {};
  }

  @Bind(api.dismissAlsoGiven)
  async dismissAlsoGiven(
    @Input() { params, body }: InputOf<typeof api.dismissAlsoGiven>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.dismissAlsoGiven>> {
    await this.alsoGiven.dismiss(who, params.personId, body);
    return {};
  }

  @Bind(api.listDoubles)
  listDoubles(
    @Input() { params }: InputOf<typeof api.listDoubles>,
  ): Promise<Answer<typeof api.listDoubles>> {
    return this.doubles.list(params.clientId);
  }

  @Bind(api.setMatching)
  async setMatching(
    @Input() { params, body }: InputOf<typeof api.setMatching>,
  ): Promise<Answer<typeof api.setMatching>> {
    await this.doubles.setMatching(params.clientId, body.matching);
    return {};
  }

  @Bind(api.keepApart)
  async keepApart(
    @Input() { params, body }: InputOf<typeof api.keepApart>,
  ): Promise<Answer<typeof api.keepApart>> {
    await this.doubles.keepApart(params.personId, body.other);
    return {};
  }

  @Bind(api.mergePeople)
  async merge(
    @Input() { params, body }: InputOf<typeof api.mergePeople>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.mergePeople>> {
    return {
      mergeId: await this.merging.merge(who, params.personId, body.other, body.choices),
    };
  }

  @Bind(api.undoMerge)
  async undoMerge(
    @Input() { params }: InputOf<typeof api.undoMerge>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.undoMerge>> {
    await this.merging.undo(who, params.mergeId);
    return {};
  }

  @Bind(api.getToday)
  today(@Input() { params }: InputOf<typeof api.getToday>): Promise<Answer<typeof api.getToday>> {
    return this.day.board(params.clientId);
  }

  @Bind(api.removePerson)
  async remove(
    @Input() { params }: InputOf<typeof api.removePerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removePerson>> {
    return { binId: await this.bin.remove('person', params.personId, who) };
  }
}
