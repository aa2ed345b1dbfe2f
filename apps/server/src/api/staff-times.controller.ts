import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Temporal } from 'temporal-polyfill';
import { BusyFeedService } from '../domains/booking/busy-feed.service.ts';
import { StaffTimesService } from '../domains/booking/staff-times.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class StaffTimesController {
  constructor(
    private readonly staff: StaffTimesService,
    private readonly feeds: BusyFeedService,
  ) {}

  @Bind(api.listStaffTimes)
  async list(
    @Input() { params }: InputOf<typeof api.listStaffTimes>,
  ): Promise<Answer<typeof api.listStaffTimes>> {
    return { staff: await this.staff.list(params.clientId) };
  }

  @Bind(api.saveStaffTimes)
  async save(
    @Input() { params, body }: InputOf<typeof api.saveStaffTimes>,
  ): Promise<Answer<typeof api.saveStaffTimes>> {
    await this.staff.save(params.staffId, body);
    return {};
  }

  @Bind(api.addTimeOff)
  async addTimeOff(
    @Input() { params, body }: InputOf<typeof api.addTimeOff>,
  ): Promise<Answer<typeof api.addTimeOff>> {
    const [from, until] = [body.from, body.until].map((at) => Temporal.Instant.from(at));
    return {
      id: await this.staff.addTimeOff(params.staffId, {
        ...{ from: from!, until: until!, note: body.note },
      }),
    };
  }

  @Bind(api.removeTimeOff)
  async removeTimeOff(
    @Input() { params }: InputOf<typeof api.removeTimeOff>,
  ): Promise<Answer<typeof api.removeTimeOff>> {
    await this.staff.removeTimeOff(params.timeOffId);
    return {};
  }

  @Bind(api.addBusyFeed)
  addFeed(
    @Input() { params, body }: InputOf<typeof api.addBusyFeed>,
  ): Promise<Answer<typeof api.addBusyFeed>> {
    return this.feeds.add(params.staffId, body.address);
  }

  @Bind(api.removeBusyFeed)
  async removeFeed(
    @Input() { params }: InputOf<typeof api.removeBusyFeed>,
  ): Promise<Answer<typeof api.removeBusyFeed>> {
    await this.feeds.remove(params.busyFeedId);
    return {};
  }
}
